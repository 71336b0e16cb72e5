"""What may befall a machine: killed at any moment, a full disk."""

"""Commands, each with what it alone needs: nothing is imported that isn't asked for."""

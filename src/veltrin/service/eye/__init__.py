"""What the eye reads: scenes, and how somebody reads them."""

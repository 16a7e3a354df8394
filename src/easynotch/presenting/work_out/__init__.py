"""What Work out says."""

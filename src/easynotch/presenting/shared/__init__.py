"""What every station shows: lengths as they are called."""

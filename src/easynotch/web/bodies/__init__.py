"""What the API is sent and what it answers, as models."""

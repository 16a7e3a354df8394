"""Steps at the bench."""

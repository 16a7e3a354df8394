"""The pieces of a roof with all their places, what bears them and what touches what."""

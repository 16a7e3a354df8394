"""The pieces of a stair with all their places, what bears them and what touches what."""

"""Members as solids, and what touches."""

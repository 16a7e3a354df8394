"""What Cut says: boards with pieces in them, saw settings, what to buy."""

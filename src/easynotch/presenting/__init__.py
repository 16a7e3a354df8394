"""What each station says: work-outs in words and drawings as plain dataclasses. No web, no database."""

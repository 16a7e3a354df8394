"""Tables in and out: readings and stock as CSV."""

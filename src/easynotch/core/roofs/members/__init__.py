"""One module for each kind of piece of a roof: where its planes are."""

"""One module for each kind of piece of a stair: where its planes are."""

"""What goes wrong when text is read: an id and its values, worded later in the user's dialect."""


class TapeError(ValueError):
    """Text that is not a length or a pitch.

    ``id`` names the sentence in the catalogue, ``values`` fill it, ``at`` is the index in the text of the
    first character that was not understood.
    """

    def __init__(self, message_id: str, *, at: int = 0, **values: str) -> None:
        super().__init__(message_id, values)
        self.id = message_id
        self.at = at
        self.values = values

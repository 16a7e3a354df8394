"""A length typed on a screen outside a job file, read as a job file's are."""

from ...core.tape import TapeError, Units, read_length
from ...core.terms import Message
from ..problems import Problem, Problems, printable
from .measured import LONGEST


def typed_length(text: str, units: Units, path: str) -> float:
    """A length in mm.

    Raises:
        Problems: it cannot be read, or is longer than anything this trade measures.
    """
    try:
        mm = read_length(text, units).mm
    except TapeError as error:
        values = {key: printable(value) for key, value in error.values.items()}
        raise Problems([Problem(path, Message(f"error.tape.{error.id}", values), error.at)]) from None
    if abs(mm) > LONGEST:
        raise Problems([Problem(path, Message("error.too_long_length", {"found": printable(text)}))])
    return mm

"""The two roads of a working, step by step."""

from ...terms import Length, Line, Message, Road, Value, message

Roads = tuple[Road, Road]


def line(key: str, result: Value, /, **values: Value) -> Line:
    """A step, worded by ``working.KEY``."""
    return Line(message(f"working.{key}.what"), Message(f"working.{key}.figures", values), result)


def road(*lines: Line) -> Road:
    """Steps that end in a length."""
    last = lines[-1].result
    assert isinstance(last, Length)
    return Road(lines, last.mm)

"""A physical apprentice: he follows written bench steps with rigid tools and nothing else, and says what he cannot do.

He knows no member. His square has two legs at 90° that end, his tape needs an end, a corner or a line to hook on, his
pencil needs wood, his saw takes away what lies past its line. Readings and figures are taken to the nearest mark.
"""

from tests.apprentice.hands import Apprentice
from tests.apprentice.sawing import tilt_closed
from tests.apprentice.tools import Tools

__all__ = ["Apprentice", "Tools", "tilt_closed"]

"""Order of work: the tasks of a work, what must come before what, how long each takes, and who does it when."""

from .crew import EXPERIENCE, Calendar, Person
from .kinds import Kind, kinds
from .network import Float, floats
from .plan import Booking, Held, Reason, Schedule, schedule
from .roof_tasks import RoofHabits, roof_tasks
from .stair_tasks import StairHabits, stair_tasks
from .task import Amount, Task, amount_of, base_minutes, heaviest, linked

__all__ = [
    "EXPERIENCE",
    "Amount",
    "Booking",
    "Calendar",
    "Float",
    "Held",
    "Kind",
    "Person",
    "Reason",
    "RoofHabits",
    "Schedule",
    "StairHabits",
    "Task",
    "amount_of",
    "base_minutes",
    "floats",
    "heaviest",
    "kinds",
    "linked",
    "roof_tasks",
    "schedule",
    "stair_tasks",
]

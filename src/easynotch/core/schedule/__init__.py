"""Order of work: the tasks of a work, what must come before what, how long each takes, and who does it when."""

from .crew import EXPERIENCE, Calendar, Person
from .kinds import Kind, kinds
from .plan import Booking, Held, Reason, Schedule, schedule
from .roof_tasks import RoofHabits, roof_tasks
from .stair_tasks import StairHabits, stair_tasks
from .task import GREEN_SOFTWOOD, Amount, Task, base_minutes

__all__ = [
    "EXPERIENCE",
    "GREEN_SOFTWOOD",
    "Amount",
    "Booking",
    "Calendar",
    "Held",
    "Kind",
    "Person",
    "Reason",
    "RoofHabits",
    "Schedule",
    "StairHabits",
    "Task",
    "base_minutes",
    "kinds",
    "roof_tasks",
    "schedule",
    "stair_tasks",
]

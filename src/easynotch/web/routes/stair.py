"""``POST /api/stair``, ``/api/stair-fit`` and ``/api/assembled``: a whole stair, its dry fit, and what is checked on a
stair or roof that stands; nothing is stored.
"""

from ...exchange import WorkedFlight, habit_of
from ...presenting.fit.assembled import NOT_ASSEMBLED, assembled_of
from ...presenting.fit.models import AssembledView, StairFitView
from ...presenting.fit.stair_joints import NO_STAIR_FIT, stair_fit_of
from ...presenting.work_out.stair import NO_STAIR, stair_of
from ...presenting.work_out.stair_models import StairView
from ..server.first_work import Asked, about_first_work, work_questions

api = work_questions("stair", __name__)


@about_first_work(api, "/stair", NO_STAIR)
def stair(asked: Asked) -> StairView:
    """The first work of a job as a whole stair; nothing where it is none."""
    if not isinstance(asked.worked, WorkedFlight):
        return NO_STAIR
    on_the_ground = habit_of(asked.job.settings, "stringer_assembly") == "on_the_ground"
    return stair_of(asked.worked, asked.words, on_the_ground=on_the_ground)


@about_first_work(api, "/stair-fit", NO_STAIR_FIT)
def stair_fit(asked: Asked) -> StairFitView:
    """The dry fit of the first work, where it is a flight."""
    return stair_fit_of(asked.worked, asked.words) if isinstance(asked.worked, WorkedFlight) else NO_STAIR_FIT


@about_first_work(api, "/assembled", NOT_ASSEMBLED)
def assembled(asked: Asked) -> AssembledView:
    """What is checked on the first work once it stands."""
    return assembled_of(asked.worked, asked.words)

"""``POST /api/hips``: the hips of a roof: judgement calls drawn, bevels, sheets, patterns. Nothing is stored."""

from ...exchange import WorkedRoof
from ...presenting.mark.pieces import tools_of
from ...presenting.work_out.hip_models import HipsView
from ...presenting.work_out.hips import NO_HIPS, hips_of_roof
from ..server.first_work import Asked, about_first_work, work_questions

api = work_questions("hips", __name__)


@about_first_work(api, "/hips", NO_HIPS)
def hips(asked: Asked) -> HipsView:
    """The hips of a job's first work, and every piece of its roof with its lengths."""
    if not isinstance(asked.worked, WorkedRoof):
        return NO_HIPS
    return hips_of_roof(asked.worked, asked.words, tools_of(asked.job))

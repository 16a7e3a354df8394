"""Roofs: outline, planes, ridge, rafters, setting out, checks and working.

World of a roof: x along the ridge from the framing's first end, y across from the first long wall, z up from the
plate tops. Source of the method: ``trade.md`` 5.
"""

from .framing.frame import frame_roof, pieces_near
from .framing.pieces import Framing, Piece, member_on_slope
from .framing.surveyed_plates import along_edges
from .laid.plan import laid_outlines, laid_roofs
from .members.bays import clear_bays
from .members.boards import lookout_places
from .members.fascia_run import FasciaRun, GableTriangle, fascia_run, gable_triangle
from .members.outline_rafters import Near, plain_rafter
from .members.rafter import beam_top, purlin_place, rafter
from .members.ridge import ridge_top, ridge_y
from .members.under_ridge import Pocket, beam_pocket
from .model.joined import Bearing, Dormer, Opening, Purlin, Valley, ValleyHead, Wing, WingSide
from .model.notch import NotchSizes, size_notch
from .model.roof import (
    AsBuilt,
    Blocking,
    BlockKind,
    Boards,
    Collar,
    Eaves,
    Edge,
    End,
    FalseTail,
    Gable,
    Gambrel,
    Gauged,
    Hip,
    KeepPlanes,
    Keeps,
    KeepsTrue,
    Lap,
    LineUp,
    MeasuredTo,
    Notch,
    NotchRule,
    Plan,
    Posts,
    Ridge,
    RidgeKind,
    RidgeTop,
    Roof,
    RoofError,
    Shape,
    Tail,
    Tails,
    Timber,
    UpperEnd,
)
from .model.setting_out import FirstBay, SettingOut, TapeEnd, last_bay_options, set_out
from .plan.hip_heads import head_places, jack_step
from .plan.hip_plan import hip_plan
from .plan.layout import RoofLayout, RoofSide, as_outline, lay_out_roof, notch_alternatives, notch_choices
from .plan.outline import angles, check_outline, lay_out_outline, offset
from .plan.outline_edit import regular, with_angle, with_side, with_wing
from .plan.seam_sections import stock_of, trough_of
from .plan.seams import OutlineRoof, Region, Seam, SeamKind
from .plan.wings import with_wings
from .planes.planes import Slope, plane_intersection
from .report.assembled import roof_shoulds
from .report.bevels import Bevel, Datum, bevels_of, distinct_corners, distinct_hips, hips_of, valleys_of
from .report.chalk import ChalkLine, chalk_line
from .report.checks import check_roof
from .report.facts import facts_of
from .report.hip_check import HipCheck, JackMark, hip_check, jack_marks
from .report.master_pattern import MasterLine, MasterPattern, master_patterns
from .report.pitch_for_ridge import pitch_for_ridge
from .report.proud import bottom_edge, over_hip_ends
from .report.square_tail import square_tail_corner
from .report.taped_length import SEAM_ROLES, Move, Taped, check_taped, distance_if, marked_to, moves_of
from .report.trial_section import TrialPlace, trial_places, trial_section
from .report.working import working_of

__all__ = [
    "SEAM_ROLES",
    "AsBuilt",
    "Bearing",
    "Bevel",
    "BlockKind",
    "Blocking",
    "Boards",
    "ChalkLine",
    "Collar",
    "Datum",
    "Dormer",
    "Eaves",
    "Edge",
    "End",
    "FalseTail",
    "FasciaRun",
    "FirstBay",
    "Framing",
    "Gable",
    "GableTriangle",
    "Gambrel",
    "Gauged",
    "Hip",
    "HipCheck",
    "JackMark",
    "KeepPlanes",
    "Keeps",
    "KeepsTrue",
    "Lap",
    "LineUp",
    "MasterLine",
    "MasterPattern",
    "MeasuredTo",
    "Move",
    "Near",
    "Notch",
    "NotchRule",
    "NotchSizes",
    "Opening",
    "OutlineRoof",
    "Piece",
    "Plan",
    "Pocket",
    "Posts",
    "Purlin",
    "Region",
    "Ridge",
    "RidgeKind",
    "RidgeTop",
    "Roof",
    "RoofError",
    "RoofLayout",
    "RoofSide",
    "Seam",
    "SeamKind",
    "SettingOut",
    "Shape",
    "Slope",
    "Tail",
    "Tails",
    "TapeEnd",
    "Taped",
    "Timber",
    "TrialPlace",
    "UpperEnd",
    "Valley",
    "ValleyHead",
    "Wing",
    "WingSide",
    "along_edges",
    "angles",
    "as_outline",
    "beam_pocket",
    "beam_top",
    "bevels_of",
    "bottom_edge",
    "chalk_line",
    "check_outline",
    "check_roof",
    "check_taped",
    "clear_bays",
    "distance_if",
    "distinct_corners",
    "distinct_hips",
    "facts_of",
    "fascia_run",
    "frame_roof",
    "gable_triangle",
    "head_places",
    "hip_check",
    "hip_plan",
    "hips_of",
    "jack_marks",
    "jack_step",
    "laid_outlines",
    "laid_roofs",
    "last_bay_options",
    "lay_out_outline",
    "lay_out_roof",
    "lookout_places",
    "marked_to",
    "master_patterns",
    "member_on_slope",
    "moves_of",
    "notch_alternatives",
    "notch_choices",
    "offset",
    "over_hip_ends",
    "pieces_near",
    "pitch_for_ridge",
    "plain_rafter",
    "plane_intersection",
    "purlin_place",
    "rafter",
    "regular",
    "ridge_top",
    "ridge_y",
    "roof_shoulds",
    "set_out",
    "size_notch",
    "square_tail_corner",
    "stock_of",
    "trial_places",
    "trial_section",
    "trough_of",
    "valleys_of",
    "with_angle",
    "with_side",
    "with_wing",
    "with_wings",
    "working_of",
]

"""Drawings as data: shapes on named layers, for the screen now and for paper and files later.

Units are mm; x to the right, y down, as on a screen. Lines have meaning by layer, never by colour.
"""

from .board import BoardSheet, FaceSheet, draw_board
from .joint import draw_joint
from .profile import Profile, draw_plan_card, draw_profile, draw_silhouette
from .roofs.roof import draw_notch, draw_plan, draw_section
from .sheet import Dimension, Layer, Path, Sheet, Text
from .stairs.details import draw_foot, draw_head
from .stairs.elevation import draw_elevation
from .stairs.in_hand import draw_in_hand
from .stairs.stair import draw_stair, draw_stair_plan

__all__ = [
    "BoardSheet",
    "Dimension",
    "FaceSheet",
    "Layer",
    "Path",
    "Profile",
    "Sheet",
    "Text",
    "draw_board",
    "draw_elevation",
    "draw_foot",
    "draw_head",
    "draw_in_hand",
    "draw_joint",
    "draw_notch",
    "draw_plan",
    "draw_plan_card",
    "draw_profile",
    "draw_section",
    "draw_silhouette",
    "draw_stair",
    "draw_stair_plan",
]

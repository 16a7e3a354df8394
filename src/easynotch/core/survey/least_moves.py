"""The least moves of an outline, small and linear: how far its walls have to give, and what moves it least then."""

from collections.abc import Sequence

import highspy
import numpy as np
import numpy.typing as npt

Row = npt.NDArray[np.float64]
STILL = 0.5
"""mm: what moves by less stays."""
TINY = 1e-6
"""mm."""
STEP = 3
"""A step along x, one along y, and a turn."""

Bound = tuple[Row, float, float]
"""What a step, and a turn, do to a move; how much it is before; and the most it may be either way, mm."""


def least_give(bounds: Sequence[Bound]) -> tuple[float, int]:
    """How much farther than allowed some move has to be at least, mm, and the number of the bound that then is met with
    the least allowed.
    """
    model = _model()
    model.addCol(1.0, 0.0, highspy.kHighsInf, 0, np.array([], dtype=np.int32), np.array([], dtype=np.float64))
    columns = np.array([0, 1, 2, STEP], dtype=np.int32)
    for row, at, most in bounds:
        model.addRow(-highspy.kHighsInf, most - at, STEP + 1, columns, np.array([*row, -1.0]))
        model.addRow(-most - at, highspy.kHighsInf, STEP + 1, columns, np.array([*row, 1.0]))
    model.run()
    found = np.array(model.getSolution().col_value)
    gives = max(0.0, float(found[STEP]))
    met = [k for k, (row, at, most) in enumerate(bounds)
           if abs(float(row @ found[:STEP]) + at) > most + gives - STILL / 2]  # fmt: skip
    return gives, min(met, key=lambda k: bounds[k][2], default=0)


def least_moves(moves: Row, turned: Row, bounds: Sequence[Bound]) -> Row:
    """The step and turn after which all moves, squared, are the least, within their bounds.

    Args:
        moves: corner by corner, before it, mm; shape (corners, 2).
        turned: what a turn of one mm at the farthest corner does to each; shape (corners, 2).
        bounds: within which some of them stay.
    """
    model = _model()
    columns = np.array([0, 1, 2], dtype=np.int32)
    for row, at, most in bounds:
        model.addRow(-most - at, most - at, STEP, columns, np.array(row))
    sides = np.zeros((2 * len(moves), STEP))
    sides[0::2, 0] = sides[1::2, 1] = 1.0
    sides[0::2, 2], sides[1::2, 2] = turned[:, 0], turned[:, 1]
    square, slope = 2.0 * sides.T @ sides, 2.0 * sides.T @ moves.reshape(-1)
    for column in range(STEP):
        model.changeColCost(column, float(slope[column]))
    hessian = highspy.HighsHessian()
    hessian.dim_, hessian.format_ = STEP, highspy.HessianFormat.kTriangular
    below = [(row, column) for column in range(STEP) for row in range(column, STEP)]
    hessian.start_ = np.array([0, 3, 5, 6], dtype=np.int32)
    hessian.index_ = np.array([row for row, _ in below], dtype=np.int32)
    hessian.value_ = np.array([square[row, column] for row, column in below])
    model.passHessian(hessian)
    model.run()
    return np.array(model.getSolution().col_value)


def _model() -> highspy.Highs:
    made = highspy.Highs()  # type: ignore[no-untyped-call]
    made.silent()
    made.setOptionValue("threads", 1)
    none = np.array([], dtype=np.int32)
    for _ in range(STEP):
        made.addCol(0.0, -highspy.kHighsInf, highspy.kHighsInf, 0, none, np.array([], dtype=np.float64))
    return made

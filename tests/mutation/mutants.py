"""Mutants: places in the code where one small thing is written wrong, as a hurried hand would."""

import ast
from collections.abc import Iterator
from dataclasses import dataclass
from pathlib import Path

COMPARED = {
    ast.Lt: ast.LtE, ast.LtE: ast.Lt, ast.Gt: ast.GtE, ast.GtE: ast.Gt,
    ast.Eq: ast.NotEq, ast.NotEq: ast.Eq, ast.Is: ast.IsNot, ast.IsNot: ast.Is, ast.In: ast.NotIn, ast.NotIn: ast.In,
}  # fmt: skip
COMBINED = {ast.Add: ast.Sub, ast.Sub: ast.Add, ast.Mult: ast.Div, ast.Div: ast.Mult}
SWAPPED = {"min": "max", "max": "min", "any": "all", "all": "any", "sin": "cos", "cos": "sin", "ceil": "floor"}


@dataclass(frozen=True)
class Mutant:
    """One wrong line: where, what stood there, what stands there instead. ``function`` is the first line of the function
    it lies in, 0 outside of all.
    """

    path: Path
    function: int
    line: int
    column: int
    end_line: int
    end_column: int
    before: str
    after: str

    def applied(self, source: str) -> str:
        """Return the source with the wrong line in it."""
        lines = source.encode().split(b"\n")
        head = b"\n".join([*lines[: self.line - 1], lines[self.line - 1][: self.column]])
        tail = b"\n".join([lines[self.end_line - 1][self.end_column :], *lines[self.end_line :]])
        return (head + self.after.encode() + tail).decode()


def mutants_of(path: Path) -> Iterator[Mutant]:
    """Yield every mutant of a module; what is only said or annotated is left alone."""
    source = path.read_text("utf-8")
    tree = ast.parse(source)
    left_alone = set(_left_alone(tree))
    functions = [node for node in ast.walk(tree) if isinstance(node, ast.FunctionDef)]
    for node in ast.walk(tree):
        if id(node) in left_alone:
            continue
        for wrong in _wrong(node):
            before = ast.get_source_segment(source, node)
            assert before is not None
            assert isinstance(node, ast.expr)
            assert node.end_lineno is not None
            assert node.end_col_offset is not None
            # What follows stays on its lines.
            after = f"({ast.unparse(wrong)}" + "\n" * (node.end_lineno - node.lineno) + ")"
            yield Mutant(
                path, _first_line(functions, node), node.lineno, node.col_offset, node.end_lineno, node.end_col_offset, before, after,
            )  # fmt: skip


def _first_line(functions: list[ast.FunctionDef], node: ast.expr) -> int:
    """Return the first line, a decorator's where it has one, of the innermost function around an expression."""
    around = [one for one in functions if one.lineno <= node.lineno <= (one.end_lineno or 0)]
    if not around:
        return 0
    inner = max(around, key=lambda one: one.lineno)
    return min([inner.lineno, *(decorator.lineno for decorator in inner.decorator_list)])


def _left_alone(tree: ast.AST) -> Iterator[int]:
    """Annotations, strings with values in them, decorators, and the places of default arguments' types."""
    for node in ast.walk(tree):
        parts: list[ast.AST | None] = []
        if isinstance(node, ast.JoinedStr):
            parts = [node]
        elif isinstance(node, ast.AnnAssign | ast.arg):
            parts = [node.annotation]
        elif isinstance(node, ast.FunctionDef):
            parts = [node.returns, *node.decorator_list]
        elif isinstance(node, ast.ClassDef):
            parts = [*node.decorator_list]
        for part in parts:
            if part is not None:
                yield from (id(one) for one in ast.walk(part))


def _wrong(node: ast.AST) -> Iterator[ast.expr]:
    if isinstance(node, ast.Compare):
        for at, operator in enumerate(node.ops):
            if type(operator) in COMPARED:
                operators = [*node.ops[:at], COMPARED[type(operator)](), *node.ops[at + 1 :]]
                yield ast.Compare(node.left, operators, node.comparators)
    elif isinstance(node, ast.BinOp) and type(node.op) in COMBINED and not _text(node):
        yield ast.BinOp(node.left, COMBINED[type(node.op)](), node.right)
    elif isinstance(node, ast.BoolOp):
        yield ast.BoolOp(ast.Or() if isinstance(node.op, ast.And) else ast.And(), node.values)
    elif isinstance(node, ast.UnaryOp) and isinstance(node.op, ast.USub | ast.Not):
        yield node.operand
    elif isinstance(node, ast.Call) and isinstance(node.func, ast.Name) and node.func.id in SWAPPED:
        yield ast.Call(ast.Name(SWAPPED[node.func.id]), node.args, node.keywords)
    elif isinstance(node, ast.IfExp):
        yield ast.IfExp(node.test, node.orelse, node.body)
    elif isinstance(node, ast.Constant) and isinstance(node.value, bool):
        yield ast.Constant(not node.value)
    elif isinstance(node, ast.Constant) and isinstance(node.value, int | float) and abs(node.value) > 0.04:
        # A tolerance far below a pencil's line may be anything.
        yield ast.Constant(node.value + 1 if isinstance(node.value, int) else node.value * 1.25)


def _text(node: ast.BinOp) -> bool:
    """Whether it joins texts or lists rather than numbers."""
    sides = (node.left, node.right)
    return any(
        isinstance(one, ast.JoinedStr | ast.List | ast.Tuple | ast.Dict | ast.ListComp)
        or (isinstance(one, ast.Constant) and isinstance(one.value, str))
        for one in sides
    )

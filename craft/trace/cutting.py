"""The cutting line: stitching lines moved out by their allowances, with the right corners.

Plain corners are extended until the two lines meet. A turned-up hem's allowance mirrors the sides
above it, so that it lies flat when it is folded up. Where two hems meet the corner is mitred.
A fold carries no allowance, and the cap of a dart follows its own edge.
"""

from math import hypot

from craft.pattern.piece import Edge, Shape
from craft.shape import curve as one
from craft.shape import path as paths
from craft.shape.affine import Affine, move
from craft.shape.curve import Curve, Point
from craft.shape.offset import join, joined, parallel
from craft.shape.path import Path

# What is left beyond the corner for the seam of a mitre (mm).
MITRE_SEAM = 6.0
# Sides that meet a hem flatter than this are not mirrored (sine of the angle).
FLAT = 0.35


def cutting_line(shape: Shape) -> tuple[Curve, ...]:
    """The closed cutting line of a piece."""
    edges = shape.edges
    moved = [parallel(edge.path, edge.allowance) for edge in edges]
    made: list[Path] = list(moved)
    for index, edge in enumerate(edges):
        if edge.kind != "hem" or not edge.allowance:
            continue
        before, after = (index - 1) % len(edges), (index + 1) % len(edges)
        if _takes_mirror(edges[before]):
            start, along = paths.start(edge.path), one.tangent_at(edge.path[0], 0)
            made[before] = _mirrored(made[before], start, along, edge.allowance)
        if _takes_mirror(edges[after]):
            end, along = paths.end(edge.path), one.tangent_at(edge.path[-1], 1)
            turned = _mirrored(paths.reverse(made[after]), end, along, edge.allowance)
            made[after] = paths.reverse(turned)
    return join(_with_mitres(edges, made))


def paper_line(shape: Shape, line: str, on_cloth: tuple[str, ...] = ()) -> tuple[Curve, ...]:
    """Where the paper ends: at the cutting or at the stitching ``line``; edges named in
    ``on_cloth`` end at the stitching line in any case, their allowance is added on the cloth."""
    if line == "stitching":
        return shape.outline
    if not on_cloth:
        return cutting_line(shape)
    edges = tuple(
        edge.model_copy(update={"allowance": 0.0}) if edge.name in on_cloth else edge
        for edge in shape.edges
    )
    return cutting_line(shape.model_copy(update={"edges": edges}))


def printed(shape: Shape, included: bool) -> Shape:
    """The shape as the original's paper shows it: its edges are the cutting lines where allowances
    are included, the stitching lines where they are not."""
    if not included:
        return shape
    lines = joined([parallel(edge.path, edge.allowance) for edge in shape.edges])
    edges = tuple(
        edge.model_copy(update={"path": line})
        for edge, line in zip(shape.edges, lines, strict=True)
    )
    return shape.model_copy(update={"edges": edges})


def stitching_line(cutting: Path, allowance: float) -> Path:
    """One edge's stitching line, found back from its cutting line (mm inside it)."""
    return parallel(cutting, -allowance)


def _takes_mirror(edge: Edge) -> bool:
    return edge.kind in ("seam", "finish")


def _mirrored(side: Path, corner: Point, along: Point, depth: float) -> Path:
    """A side's cutting line that ends at a hem, continued as its own image below the hem line.

    ``along``: direction of the hem line at the corner, ``depth``: the hem's allowance (mm). Only
    the stretch that will lie on the hem once it is folded up is mirrored.
    """
    # Turn everything so that the hem line is level and the piece lies above it.
    size = hypot(*along)
    c, s = -along[0] / size, along[1] / size
    level: Affine = (c, -s, s, c, 0.0, 0.0)
    back: Affine = (c, s, -s, c, 0.0, 0.0)
    turned = move(side, level)
    _, y = (c * corner[0] - s * corner[1], s * corner[0] + c * corner[1])
    if abs(one.tangent_at(turned[-1], 1)[1]) < FLAT:
        return side
    reached = _down_to(turned, y)
    places = paths.at_level(reached, y - depth)
    strip = paths.split(reached, *places[-1])[1] if places else reached
    image: Affine = (1.0, 0.0, 0.0, -1.0, 0.0, 2 * y)
    return move((*reached, *paths.reverse(move(strip, image))), back)


def _down_to(path: Path, y: float) -> Path:
    """The path ending just on the level y: cut there, or run on straight."""
    places = paths.at_level(path, y)
    if places:
        cut = paths.split(path, *places[-1])[0]
        if cut:
            return cut
    (ax, ay), (dx, dy) = paths.end(path), one.tangent_at(path[-1], 1)
    return (*path, ((ax, ay), (ax + dx * (y - ay) / dy, y)))


def _with_mitres(edges: tuple[Edge, ...], made: list[Path]) -> list[Path]:
    """Between two hems that meet at an outer corner, the line that cuts the corner off."""
    found: list[Path] = []
    for index, path in enumerate(made):
        found.append(path)
        edge, following = edges[index], edges[(index + 1) % len(edges)]
        if edge.kind != "hem" or following.kind != "hem":
            continue
        if not edge.allowance or not following.allowance:
            continue
        x, y = paths.end(edge.path)
        ax, ay = one.tangent_at(edge.path[-1], 1)
        bx, by = one.tangent_at(following.path[0], 0)
        if ax * by - ay * bx <= 0.2:  # an inner corner, or none
            continue
        along = (ax + bx, ay + by)
        size = hypot(*along)
        ux, uy = along[0] / size, along[1] / size
        cx, cy = x + uy * MITRE_SEAM, y - ux * MITRE_SEAM
        far = edge.allowance + following.allowance  # long enough to cross both cutting lines
        found.append((((cx - ux * far, cy - uy * far), (cx + ux * far, cy + uy * far)),))
    return found

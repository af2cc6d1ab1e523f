"""Rehearsal: cut and unfold by geometry alone, and look at what lies there.

This goes another way than the rules: every placed piece is cut through all layers under it, each cut
is laid flat on the open cloth, and what comes out is named by its shape. It knows of the cloth
pieces that are wanted and of nothing the rules found, so the two can be held against each other.
"""

from collections import Counter
from typing import Literal

from craft.cloth import Zone
from craft.frozen import Frozen
from craft.lay.hands import hands_by_layer
from craft.lay.items import Hands, LayItem
from craft.lay.placing import Placement, matrix
from craft.lay.table import Table
from craft.lay.tolerance import ON_THE_FOLD
from craft.measure import Figure, Finding, Where
from craft.shape.affine import Affine, move_point, then
from craft.shape.curve import Point
from craft.shape.region import Region, moved, overlap, rectangle, ring, union
from craft.trace.girths import WhatIf

Hand = Literal["left", "right", "whole", "half", "one", "spare"]
# A sliver shared by two cuts is the flattening's (mm²).
SLIVER = 2.0


class CutPiece(Frozen):
    """One piece of cloth as it would lie there: which piece, which hand (the wearer's), whole or only
    half of what is wanted, ``one`` that has no hand, or ``spare``: the second layer under what is wanted
    once; which way its top points. ``layer``: the one it is cut from, 0 the upper; ``lying``: its outline
    on the table before the cloth is opened, ``outline``: on the open cloth (mm, y from the lower
    selvedge's inner edge)."""

    item: str
    piece: int
    hand: Hand
    top: Literal["towards the cut end", "away from the cut end", "across"]
    spoilt: str = ""
    layer: int = 0
    lying: tuple[Point, ...] = ()
    outline: tuple[Point, ...] = ()


class Rehearsal(Frozen):
    """What would lie on the table after cutting. ``complete``: just what is needed, all sound.
    ``counted``: the sound pieces that are wanted; what is left over besides is said with them.
    ``finished``: what goes round the body, as sewn and with the allowances forgotten or doubled; ``width``
    and ``length``: of the open cloth, ``folds``: where it was folded; ``table``: how far it reaches as it
    lies (mm)."""

    pieces: tuple[CutPiece, ...]
    findings: tuple[Finding, ...]
    complete: bool
    counted: Figure
    finished: tuple[WhatIf, ...] = ()
    width: float = 0.0
    length: float = 0.0
    folds: tuple[float, ...] = ()
    table: float = 0.0


def rehearse(
    table: Table, placements: tuple[Placement, ...], finished: tuple[WhatIf, ...] = ()
) -> Rehearsal:
    """Cut every placed piece through all its layers and count what comes out."""
    far = _far(table, placements)
    cuts = [c for p in placements if (c := _Cut.make(table, p, far)) is not None]
    spoilt: dict[str, str] = {}
    for index, one in enumerate(cuts):
        if one.broken:
            spoilt.setdefault(one.item.key, one.broken)
        for other in cuts[index + 1 :]:
            if any(overlap(a, b)[0] > SLIVER for a in one.flat for b in other.flat):
                for each in (one, other):
                    spoilt.setdefault(each.item.key, "cut into by another piece")
    pieces = [piece for cut in cuts for piece in cut.pieces(spoilt.get(cut.item.key, ""))]
    findings = [*_spoilt(table, spoilt), *_counted(table, pieces), *_tops(table, pieces)]
    return Rehearsal(
        pieces=tuple(pieces), findings=tuple(findings), complete=not findings,
        counted=_sum(pieces), finished=finished, table=far,
        width=_open_width(table), length=_open_length(table, placements, far),
        folds=tuple(sorted({layer.shift for zone in table.zones if zone.folds for layer in zone.layers})),
    )  # fmt: skip


def _sum(pieces: list[CutPiece]) -> Figure:
    """How many sound pieces would lie there, piece by piece; the second layers of what is wanted once are
    left over."""
    sound = [piece for piece in pieces if not piece.spoilt]
    over = sum(piece.hand == "spare" for piece in sound)
    count = len(sound) - over
    text = f"{count} {'piece' if count == 1 else 'pieces'}"
    more = f" and {over} left over" if over else ""
    terms = Counter(piece.piece for piece in sound if piece.hand != "spare")
    working = tuple(f"piece {number}: {many}" for number, many in sorted(terms.items()))
    return Figure(name="pieces", value=count, text=f"{text}{more}", working=working)


def _open_width(table: Table) -> float:
    """How far the open cloth reaches from its lower selvedge (mm)."""
    ends = [
        layer.sign * y + layer.shift
        for zone in table.zones for layer in zone.layers for y in (zone.low, zone.high)
    ]  # fmt: skip
    return max(ends)


def _open_length(table: Table, placements: tuple[Placement, ...], far: float) -> float:
    back = any(layer.back for zone in table.zones for layer in zone.layers)
    return far * (2 if back else 1)


def _far(table: Table, placements: tuple[Placement, ...]) -> float:
    """How far the table's cloth reaches: what is owned, or just beyond the last piece."""
    if table.length is not None:
        return table.length
    ends = [
        moved(paper, matrix(paper, p)).bounds[2]
        for p in placements
        if (paper := table.regions.get(p.item)) is not None
    ]
    return table.folded_at(max(ends, default=0.0) + 1.0)


class _Cut:
    """One placed piece cut through: its outlines on the flat cloth, one a layer."""

    def __init__(
        self, table: Table, item: LayItem, placement: Placement, here: Region, zone: Zone | None,
        flat: list[Region], onto: list[Affine], broken: str,
    ) -> None:  # fmt: skip
        self.table, self.item, self.zone = table, item, zone
        self.placement, self.lying = placement, ring(here)
        self.flat, self.onto, self.broken = flat, onto, broken

    @classmethod
    def make(cls, table: Table, placement: Placement, far: float) -> "_Cut | None":
        item = table.item(placement.item)
        if item is None:
            return None
        paper = table.regions[item.key]
        by = matrix(paper, placement)
        here = moved(paper, by)
        zone = table.zone_at(here.bounds[1], here.bounds[3])
        if zone is None:
            low, high = table.zones[0].low, table.zones[-1].high
            inside = here.bounds[1] >= low - ON_THE_FOLD and here.bounds[3] <= high + ON_THE_FOLD
            broken = "cut in two where the layers change" if inside else "not all on the cloth"
            return cls(table, item, placement, here, None, [here], [by], broken)
        broken = ""
        room = rectangle(0, zone.low, max(far, 1e-6), zone.high)
        if here.area - overlap(here, room)[0] > SLIVER:
            broken = "not all on the cloth"
        elif item.key not in table.cut and any(
            overlap(here, block)[0] > SLIVER for block in table.blocks
        ):
            broken = "cut where there is a flaw or no cloth"
        flat, onto = [], []
        for layer in zone.layers:
            along, start = (-1.0, 2 * far) if layer.back else (1.0, 0.0)
            open_out: Affine = (along, 0.0, 0.0, float(layer.sign), start, layer.shift)
            flat.append(moved(here, open_out))
            onto.append(then(by, open_out))
        return cls(table, item, placement, here, zone, flat, onto, broken)

    def pieces(self, spoilt: str) -> list[CutPiece]:
        """The cloth pieces that come out, unfolded where they hang together at a fold."""
        item = self.item
        if self.zone is None:
            return [self._piece("half", self.onto[0], spoilt, self.flat[0])]
        if item.on_fold:
            ends = [[move_point(end, onto)[1] for end in item.fold or ()] for onto in self.onto]
            near = len(ends) == 2 and all(
                abs(a - b) <= 2 * ON_THE_FOLD for a, b in zip(*ends, strict=True)
            )
            if near:
                # Both halves hang together at the fold, to within what a paper edge can be laid.
                whole = union(self.flat, 2 * ON_THE_FOLD + 0.01)
                rim = whole.length * ON_THE_FOLD
                if abs(whole.area - sum(r.area for r in self.flat)) <= whole.area * 0.02 + rim:
                    return [self._piece("whole", self.onto[0], spoilt, whole)]
            return [self._piece("half", *each) for each in self._layers(spoilt)]
        if item.hands == "whole":
            return [self._piece("whole", *each) for each in self._layers(spoilt)]
        by_layer = hands_by_layer(item, self.placement, self.zone.layers, out=self.table.out)
        if item.hands in ("both", "left", "right"):
            hands: list[Hand] = [*by_layer]
        elif item.handed:
            # As drawn, or its mirror image, which nobody wants.
            drawn = item.printed or "right"
            hands = ["one" if hand == drawn else "spare" for hand in by_layer]
        else:
            hands = ["one"] * len(by_layer)
        if item.gives == 1 and len(hands) > 1 and item.hands == "one":
            kept = hands.index("one")
            hands = ["one" if at == kept else "spare" for at in range(len(hands))]
        return [
            self._piece(hand, *each) for hand, each in zip(hands, self._layers(spoilt), strict=True)
        ]

    def _layers(self, spoilt: str) -> list[tuple[Affine, str, Region]]:
        return [(onto, spoilt, flat) for onto, flat in zip(self.onto, self.flat, strict=True)]

    def _piece(self, hand: Hand, onto: Affine, spoilt: str, flat: Region) -> CutPiece:
        a, b = move_point(self.item.grain[0], onto), move_point(self.item.grain[1], onto)
        along, across = b[0] - a[0], b[1] - a[1]
        top: Literal["towards the cut end", "away from the cut end", "across"] = "across"
        if abs(along) > abs(across):
            top = "towards the cut end" if along > 0 else "away from the cut end"
        return CutPiece(
            item=self.item.key, piece=self.item.piece, hand=hand, top=top, spoilt=spoilt,
            layer=next((k for k, each in enumerate(self.onto) if each is onto), 0), lying=self.lying,
            outline=ring(flat),
        )  # fmt: skip


def wanted(items: tuple[LayItem, ...]) -> dict[int, dict[Hand, int]]:
    """What is needed of every piece, by hand; "one" where it has none."""
    needed: dict[int, dict[Hand, int]] = {}
    share: dict[Hands, tuple[Hand, ...]] = {
        "both": ("left", "right"), "left": ("left",), "right": ("right",), "whole": ("whole",),
        "one": ("one",), "twice": ("one", "one"),
    }  # fmt: skip
    for item in items:
        of = needed.setdefault(item.piece, {})
        for hand in share[item.meant or item.hands]:
            of[hand] = of.get(hand, 0) + 1
    return needed


def _counted(table: Table, pieces: list[CutPiece]) -> list[Finding]:
    """What is missing, by hand."""
    names = {item.piece: item.name for item in table.items}
    found = []
    for number, need in wanted(table.items).items():
        there = [piece for piece in pieces if piece.piece == number and not piece.spoilt]
        for hand, count in need.items():
            have = [piece for piece in there if piece.hand == hand]
            if len(have) < count:
                word = f"{hand} " if hand in ("left", "right") else ""
                found.append(
                    Finding(
                        weight="fault",
                        what=f"{count - len(have)} {word}{names[number]} ({number}) would be missing.",
                        because=f"{count} wanted, {len(have)} would lie there sound.",
                        mend="Look at this piece on the lay.",
                        where=Where(piece=f"{number}.1", cloth=table.role),
                    )
                )
    return found


def _spoilt(table: Table, spoilt: dict[str, str]) -> list[Finding]:
    found = []
    for key, why in spoilt.items():
        item = table.item(key)
        assert item is not None
        found.append(
            Finding(
                weight="fault",
                what=f"{item.name} ({item.piece}) would be {why}.",
                because="Cut and laid out flat it would not be the piece that is wanted.",
                mend="Move it on the lay.",
                where=Where(piece=key, cloth=table.role),
            )
        )
    return found


def _tops(table: Table, pieces: list[CutPiece]) -> list[Finding]:
    """With nap every cut piece points one way; without, no piece lies across unless it may."""
    found = []
    names = {item.key: item for item in table.items}
    ways: list[str] = [p.top for p in pieces if p.top != "across"]
    usual = max(dict.fromkeys(ways), key=ways.count, default="across")  # of as many, the first
    for key in dict.fromkeys(piece.item for piece in pieces):
        item = names[key]
        liberty = table.liberty(item)
        tops = {piece.top for piece in pieces if piece.item == key}
        if "across" in tops and not (liberty.across or liberty.bias or liberty.border):
            what = f"{item.name} ({item.piece}) would lie across the grain."
        elif table.nap and not liberty.either and tops - {usual, "across"}:
            what = f"{item.name} ({item.piece}) would come out against the nap."
        else:
            continue
        found.append(
            Finding(
                weight="fault",
                what=what,
                because="It would hang or look different from its neighbours once sewn.",
                mend="Turn it on the lay.",
                where=Where(piece=key, cloth=table.role),
            )
        )
    return found

"""The mark schedule: every mark of every cut piece, with its way, colour, tools, passes, thread and
minutes.

Each list is one laid item, its marks in the order of the work: what is done through the pinned stack
first, then on each layer by itself, then on the right side, and last what waits until the interfacing
is fused.
"""

from collections.abc import Iterable

from craft.cloth import Cloth
from craft.cut.inputs import NotchStyle
from craft.cut.notching import NOWHERE, Notching
from craft.cut.paper_ends import PaperEnd, PaperEnds
from craft.cut.room import Crowded
from craft.fit import Fitted, WorkingPiece
from craft.lay import ClothLay, LayItem
from craft.mark.advise import (
    JudgedWay,
    Setting,
    WayAdvice,
    best,
    colour_of,
    judge_ways,
    judged,
    ranked,
    setting_of,
    traced_after,
    whole_minutes,
)
from craft.mark.amounts import Amounts
from craft.mark.case import Case, of_layers
from craft.mark.colours import best_hue
from craft.mark.features import Features
from craft.mark.inputs import MarkingInputs, mark_key
from craft.mark.kept_paper import kept_paper
from craft.mark.mark_on_cloth import Made
from craft.mark.marking_jobs import MarkingJob, fused_items, marking_jobs
from craft.mark.marks_carried_over import LeftOut
from craft.mark.result import ORDER, Marking, MarkItem, MarkList, When
from craft.mark.schedule import summed
from craft.mark.stack import stack_of
from craft.mark.ways import EDGE_CODES, MarkWay
from craft.measure import Finding, Where, cloth_text, length_text
from craft.pattern.marks import WORDS
from craft.pattern.piece import Role
from craft.thread import Facts, Thread, Tick
from craft.thread.keys import marked

# Wax stains these under the iron.
WAX_HARMS: Features = frozenset(("silk", "satin", "sheer", "lace", "spots"))


def mark(
    fitted: Fitted, lays: tuple[ClothLay, ...], thread: Thread, facts: Facts,
    inputs: MarkingInputs, notch: NotchStyle, ends: PaperEnds, crowded: Crowded,
    originals: frozenset[int] = frozenset(),
) -> Marking:  # fmt: skip
    """The marking of every cut piece, cloth by cloth. ``notch``: how notches are cut; ``ends``: what
    the paper of each piece ends at; ``crowded``: notches without room to be cut outward; ``originals``:
    pieces whose paper is the original itself."""
    pieces = {piece.number: piece for piece in fitted.pieces}
    fused = fused_items(lays)
    lists = []
    for lay in lays:
        if lay.cloth is None:
            continue
        settings = {
            original: setting_of(lay.cloth, lay.role, inputs, original=original)
            for original in (False, True)
        }
        more: Facts = {**facts, "cloth": lay.cloth.name}
        maker = _Maker(lay, lay.cloth, inputs, notch, thread, more, crowded)
        for item in lay.items:
            made = maker.listed(
                item, pieces[item.piece], settings[item.piece in originals],
                ends.get(item.piece, PaperEnd()), fused=(lay.role, item.key) in fused,
            )  # fmt: skip
            if made.items:
                lists.append(made)
    return summed(tuple(lists))


def advised(
    fitted: Fitted, lays: tuple[ClothLay, ...], inputs: MarkingInputs, notch: NotchStyle,
    ends: PaperEnds, crowded: Crowded, originals: frozenset[int], tick: str,
) -> tuple[WayAdvice, ...]:  # fmt: skip
    """Every way judged for the mark of one row, the best first; () where there is no such row.
    ``tick``: the key of its tick."""
    for lay in lays:
        for item in lay.items:
            if lay.cloth is None or not tick.startswith(marked(lay.role, item.key, "")):
                continue
            piece = next(each for each in fitted.pieces if each.number == item.piece)
            maker = _Maker(lay, lay.cloth, inputs, notch, Thread(), {}, crowded)
            fused = (lay.role, item.key) in fused_items(lays)
            made, _ = maker.marking_jobs(item, piece, ends.get(item.piece, PaperEnd()), fused=fused)
            setting = setting_of(lay.cloth, lay.role, inputs, original=item.piece in originals)
            for one, rule, _, _ in made:
                if marked(lay.role, item.key, one.mark.id) != tick:
                    continue
                again = inputs.again.get(
                    mark_key(lay.role, item.piece, one.mark.id.removesuffix("~")), 0
                )
                return tuple(
                    judged(one, each, setting, again) for each in ranked(one, setting, rule)
                )
    return ()


class _Maker:
    """Makes the lists of one cloth."""

    def __init__(
        self, lay: ClothLay, cloth: Cloth, inputs: MarkingInputs, notch: NotchStyle, thread: Thread,
        facts: Facts, crowded: Crowded,
    ) -> None:  # fmt: skip
        self.lay, self.cloth, self.inputs = lay, cloth, inputs
        self.notch, self.thread, self.facts = notch, thread, facts
        self.crowded = crowded

    def marking_jobs(
        self, item: LayItem, piece: WorkingPiece, end: PaperEnd, *, fused: bool
    ) -> tuple[list[MarkingJob], list[LeftOut]]:
        """What is made on one laid item, and what is left out."""
        tools = self.inputs.kit.tools
        crowded = self.crowded.get((self.lay.role, item.piece), NOWHERE)
        return marking_jobs(
            self.lay, self.cloth, item, piece, end, self.notch, tools, crowded, fused=fused,
            joined=self.inputs.joined == "joined",
        )  # fmt: skip

    def listed(
        self, item: LayItem, piece: WorkingPiece, setting: Setting, end: PaperEnd, *, fused: bool
    ) -> MarkList:
        """The list of one laid item."""
        made, left = self.marking_jobs(item, piece, end, fused=fused)
        rows = [self._row(item, each, setting) for each in made]
        rows.sort(key=lambda row: (ORDER.index(row.when), row.code not in EDGE_CODES, row.way))
        return MarkList(
            role=self.lay.role, item=item.key, piece=item.piece, title=item.title,
            stack=stack_of(self.lay, double=item.double), keep=kept_paper(rows),
            minutes=round(sum(row.minutes for row in rows), 1), items=tuple(rows),
            left_out=tuple(left), findings=tuple(self._findings(rows, item)),
        )  # fmt: skip

    def _row(self, item: LayItem, job: MarkingJob, setting: Setting) -> MarkItem:
        one, rule = job.one, job.rule
        mark, case = one.mark, one.case
        key = mark_key(self.lay.role, item.piece, mark.id.removesuffix("~"))
        proposed = best(one, setting, rule)
        taken = proposed
        chosen = self.inputs.ways.get(key)
        tick = marked(self.lay.role, item.key, mark.id)
        # What is made already stays made, whatever is advised since.
        asked = chosen if chosen is not None else self.thread.ticks.get(tick, {}).get("way")
        if asked is not None and asked != proposed.way.code:
            found = (s for s in judge_ways(case, setting, rule) if s.way.code == asked)
            taken = next(found, proposed)
        way = taken.way
        again = self.inputs.again.get(key, 0)
        amount = whole_minutes(one, way, setting)
        side = _side(way, case)
        traced = traced_after(one, way, setting)
        rest: Facts = {**self.facts, "way": way.code}
        count = {2: "double ", 3: "triple "}.get(mark.count, "") if mark.kind == "notch" else ""
        more = f"{_depth(rule, way.code)}{_waxed(way, setting)}{job.extra}"
        kind, layers_said = count + WORDS[mark.kind], _layers(one, way.both_layers, item)
        mind = (of_layers(each, both=case.both) for each in way.mind)
        colour = colour_of(way, setting, again) or ""
        return MarkItem(
            tick=self.thread.tick(tick, rest),
            key=key, mark=mark.id, title=one.title, kind=kind,
            code=way.code, way=way.name,
            how=f"{way.told(case)}{more}{' Then baste along it with thread.' if traced else ''}",
            because=of_layers(way.because, both=case.both), mind=tuple(filter(None, mind)),
            otherwise=_passed(case, setting, rule, way.code),
            against=(*taken.bars, *(f"not at hand: {tool}" for tool in taken.lacks), *taken.doubts),
            proposed=proposed.way.code, chosen=chosen is not None,
            when=_when(way, side, case),
            side=side, layers=layers_said, once=bool(one.where),
            places=one.places, colour=colour,
            facts=_facts(kind, one.title, side, layers_said, colour, again, amount),
            tools=_tools(way.needs, traced), lacks=taken.lacks, minutes=round(amount.minutes, 1),
            passes=amount.passes, tacks=amount.tacks, thread=amount.thread, drawn=job.drawn,
            again=again,
        )  # fmt: skip

    def _findings(self, rows: Iterable[MarkItem], item: LayItem) -> list[Finding]:
        """Ways that were chosen against the cloth are judged, and where nothing at hand suits it is
        said; each kind once."""
        found: dict[tuple[str, str], Finding] = {}
        for row in rows:
            if row.lacks and row.code == row.proposed:
                found.setdefault(
                    (row.code, row.kind),
                    Finding(
                        weight="doubt", what=f"{item.title}, {row.title}: nothing at hand suits "
                                             "this cloth.",
                        because=f"{row.way.capitalize()} would; it needs {', '.join(row.lacks)}.",
                        mend="Get it, or take another way and try it on a scrap first.",
                        where=Where(piece=item.key, mark=row.mark, cloth=self.lay.role),
                    ),
                )  # fmt: skip
            if row.against and row.code != row.proposed:
                found.setdefault(
                    (row.code, row.kind),
                    Finding(
                        weight="doubt", what=f"{item.title}, {row.title}: {row.way}, {row.against[0]}.",
                        because="; ".join(row.against[1:]),
                        mend="Take the way that is proposed, or try it on a scrap first.",
                        where=Where(piece=item.key, mark=row.mark, cloth=self.lay.role),
                    ),
                )  # fmt: skip
        return list(found.values())


def notch_ticks(marking: Marking) -> dict[tuple[Role, str], tuple[Tick, ...]]:
    """The ticks of what is cut at the edges, by role and item: the same under Cut and under Mark."""
    return {
        (each.role, each.item): tuple(row.tick for row in each.items if row.code in EDGE_CODES)
        for each in marking.lists
    }


def crosses(lays: Iterable[ClothLay], inputs: MarkingInputs) -> dict[Role, str]:
    """What a wrong side is crossed with on every cloth: chalk where some shows, else stitches."""
    found: dict[Role, str] = {}
    for lay in lays:
        if lay.cloth is not None:
            bare = {"lace", "sequins", "beads"} & set(lay.cloth.treated)
            hue = best_hue(inputs.kit.chalks, lay.cloth.colour)
            shown = "chalk" in inputs.kit.tools and hue is not None and not bare
            found[lay.role] = f"An X in {hue} chalk" if shown else "A cross of two stitches"
    return found


def _side(way: MarkWay, case: Case) -> str:
    """The side it is made on, by the name it has on this cloth."""
    if way.side == "wrong side":
        return case.side
    if way.side == "right side":
        return case.faces.right
    return way.side


def _when(way: MarkWay, side: str, case: Case) -> When:
    if way.at_edge:
        return "pinned"
    if case.fused:
        return "fused"
    if side == case.faces.right:
        return "right side"
    if way.by_pin:  # between two layers only once they are parted
        return "parted" if case.reached() == "between" else "pinned"
    return "pinned" if way.both_layers or not case.both else "parted"


def _layers(one: Made, both_layers: bool, item: LayItem) -> str:
    if one.where:
        return one.where
    if one.case.fused:
        if one.times == 1:
            return "the fused piece"
        return f"each {'half' if one.case.halves else 'piece'} by itself"
    if one.layers == 1:
        return "one layer"
    named = {"both": ": left and right", "whole": ": both halves"}.get(item.hands, "")
    return f"both layers{named}" if both_layers else f"each layer by itself{named}"


def _passed(case: Case, setting: Setting, rule: Notching | None, taken: str) -> str:
    """Why the ways that are at hand were passed over, in one line."""
    phrases = [
        f"not {one.way.name}: {(*one.bars, *one.doubts)[0]}"
        for one in _known(case, setting, rule)
        if (one.bars or one.doubts) and not one.lacks and one.way.code != taken
    ]
    return "; ".join(phrases)


def _known(case: Case, setting: Setting, rule: Notching | None) -> tuple[JudgedWay, ...]:
    found = judge_ways(case, setting, rule)
    if rule is None or rule.way == "mark":
        return tuple(one for one in found if not one.way.at_edge)
    # At an edge that is cut, only the other cut is worth a word.
    return tuple(one for one in found if one.way.code == "snip")


def _facts(
    kind: str, title: str, side: str, layers: str, colour: str, again: int, amount: Amounts
) -> tuple[str, ...]:
    """What is to be known of a row at a glance, as phrases."""
    phrases = (
        "" if kind == title else kind, "" if side == "edge" else side, layers,
        f"in {colour}{', another than before' if again else ''}" if colour else "",
        f"{amount.passes} placings of the carbon" if amount.passes > 1 else "",
        f"{amount.tacks} tacks" if amount.tacks > 1 else "",
        f"thread {cloth_text(amount.thread)}" if amount.thread else "",
    )  # fmt: skip
    return tuple(each for each in phrases if each)


def _depth(rule: Notching | None, code: str) -> str:
    if rule is None or not rule.depth or code not in EDGE_CODES:
        return ""
    depth = length_text(rule.depth)
    return f" It stands out by {depth}." if code == "outward" else f" Here {depth} deep."


def _waxed(way: MarkWay, setting: Setting) -> str:
    """Whether the thread is drawn over wax: it tangles less, and leaves a stain where cloth is delicate."""
    if way.pigment is None or not way.pigment.waxed:
        return ""
    if setting.features & WAX_HARMS:
        return " Unwaxed thread: wax would stain under the iron."
    return " Draw the thread over the wax." if "beeswax" in setting.inputs.kit.tools else ""


def _tools(needs: tuple[str, ...], traced: bool) -> tuple[str, ...]:
    return tuple(dict.fromkeys((*needs, *(("basting thread",) if traced else ()))))

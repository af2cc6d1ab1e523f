"""A dart changed on all the pieces that have it."""

from dataclasses import replace
from typing import Annotated, Literal

from pydantic import Field

from craft.errors import CraftError
from craft.fit.change import PieceChange
from craft.fit.darts import dart_findings
from craft.fit.darts.dart_settings import DartSettings
from craft.fit.darts.redrawn_dart import bend_when_closed, dart_changed
from craft.fit.darts.split_dart import between_of, with_stretch_between
from craft.fit.draft import ChangeMade, Done, Draft
from craft.fit.length.length_findings import not_done
from craft.fit.tolerances import Tolerances
from craft.measure import Figure, Finding, capital, length_text
from craft.pattern.caps import cap_at
from craft.pattern.marks import Mark
from craft.shape.curve import distance


class DartChange(DartSettings, PieceChange):
    """A dart changed, on all ``pieces`` that have it."""

    kind: Literal["dart"]
    pieces: Annotated[tuple[int, ...], Field(min_length=1, max_length=20)]

    @property
    def not_kept(self) -> str:
        """What speaks against keeping it for other patterns."""
        return "" if self.becomes == "one" else "Such a dart suits this pattern alone."

    def heading(self) -> str:
        """What the change is of."""
        return "the change of a dart"

    def apply(self, draft: Draft, index: int, tolerances: Tolerances) -> Done:
        """The rule itself."""
        return change_dart(draft, self, index)

    def told(self) -> str:
        """What was done, for the history."""
        return f"Changed the {self.dart.replace('-', ' ')} of piece {self.pieces[0]}"


def intake_of(mark: Mark) -> float:
    """What a dart takes up where it is widest (mm).

    >>> legs = ((0.0, -15.0), (90.0, 0.0), (0.0, 15.0))
    >>> intake_of(Mark(id="a", kind="dart", name="dart", points=legs))
    30.0
    """
    one, other = (1, 3) if mark.kind == "double dart" else (0, 2)
    return distance(mark.points[one], mark.points[other])


def wider_by(mark: Mark) -> Figure:
    """How much wider a piece is without a dart."""
    intake = intake_of(mark)
    where = "its widest place" if mark.kind == "double dart" else "its mouth"
    return Figure(name="wider by", value=intake, text=length_text(intake),
                  working=(f"across {where} it took up {length_text(intake)}",))  # fmt: skip


def change_dart(draft: Draft, change: DartChange, index: int) -> Done:
    """A dart changed on all its pieces; what cannot be done on one of them is said."""
    touched: list[int] = []
    findings: list[Finding] = []
    seen = None
    for number in change.pieces:
        shape = draft.shapes.get(number)
        if shape is None:
            continue  # a piece this view does not have
        try:
            new = dart_changed(shape, change)
        except CraftError as error:
            findings.append(
                not_done(number, draft.names[number], error.sentence, dart_findings.LESS)
            )
            continue
        seen = seen or next(mark for mark in shape.marks if mark.id == change.dart)
        touched.append(number)
        before, after = (bend_when_closed(each, change.dart) for each in (shape, new))
        findings.extend(dart_findings.bent(number, draft.names[number], before, after))
        draft = draft.having(number, new)
        at, between = cap_at(shape.edges, seen.edge), between_of(shape, new)
        if at is not None and between is not None:
            follows = shape.edges[(at + 1) % len(shape.edges)].name
            seams = with_stretch_between(draft.seams, number, follows, between)
            draft = replace(draft, seams=seams)
    if seen is None:
        return Done(draft, None, tuple(findings))
    facts: list[tuple[str, float | str]] = [
        (f"{dart_findings.DART_WORDS[how]} of the {seen.name}", by)
        for how, by in change.amounts.items()
    ]
    if change.other_way:
        facts.append(("", f"{seen.name} pressed the other way"))
    if change.becomes != "one":
        facts.append(("", f"{seen.name} {dart_findings.BECOMES[change.becomes]}"))
    made = ChangeMade(
        index=index, name=capital(seen.name), pieces=tuple(touched),
        instruction=dart_findings.dart_instruction(
            change, double=seen.kind == "double dart", intake=intake_of(seen)
        ),
        figures=(wider_by(seen),) if change.becomes == "none" else (),
        facts=tuple(facts),
    )  # fmt: skip
    return Done(draft, made, tuple(findings))

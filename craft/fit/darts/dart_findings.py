"""What is said about changes of darts: what to do, and what to look at."""

from craft.fit.darts.dart_settings import DartAmount, DartSettings
from craft.fit.length.lengthen import BLEND
from craft.measure import Finding, Where, length_text

DART_WORDS: dict[DartAmount, str] = {
    "along": "place along its seam", "lower": "point", "upper": "upper point", "intake": "width",
    "dx": "place across", "dy": "place along",
}  # fmt: skip
BECOMES = {"two": "divided into two", "none": "left out"}
LESS = "Change the dart by less, or switch this off."

# A seam that bends by less where a dart is closed in it looks smooth (degrees).
SMOOTH = 4.0


def bent(number: int, name: str, before: float | None, after: float | None) -> list[Finding]:
    """The seam bends where the dart is closed in it, more than it did before."""
    if before is None or after is None or after < max(SMOOTH, before + 1.0):
        return []
    return [
        Finding(
            weight="doubt",
            what=f"{name} ({number}): with the dart closed its seam bends by {after:.0f}°.",
            because=f"It was {before:.0f}° before; a dart of another length closes at another angle.",
            mend="Fold the dart shut and draw the seam line smooth over it, "
            f"{length_text(BLEND)} to either side.",
            where=Where(piece=str(number)),
        )
    ]


def not_sewn(intake: float, *, double: bool) -> str:
    """What to do on paper for a dart that is left out, and what it does to the width (mm).

    >>> not_sewn(30.0, double=True).partition(":")[2]
    ' the piece is [[30]] wider there, as much as it took up, and hangs loose round the waist.'
    """
    wide = f"the piece is {length_text(intake)} wider there, as much as it took up"
    if double:
        return f"Do not sew it, and do not mark it: {wide}, and hangs loose round the waist."
    return (
        f"Do not sew it: draw the seam on over its mouth; {wide}. Ease that in, or let out what it is "
        "sewn to."
    )


def dart_instruction(change: DartSettings, *, double: bool, intake: float = 0.0) -> str:
    """What to do on paper for a dart, in a sentence. ``intake``: what it takes up (mm)."""
    done = []
    if change.becomes == "none":
        return not_sewn(intake, double=double)
    if change.along:
        way = "down or to the right" if change.along > 0 else "up or to the left"
        done.append(
            f"fold it shut and move it {length_text(abs(change.along))} {way} along its seam, point and all"
        )
    if change.dx or change.dy:
        ways = [
            f"{length_text(abs(by))} {one if by > 0 else other}"
            for by, one, other in (
                (change.dx, "to the right", "to the left"),
                (change.dy, "down", "up"),
            )
            if by
        ]
        done.append(f"move {'the whole dart' if double else 'its point'} {' and '.join(ways)}")
    points = (
        ("upper point", change.upper),
        ("lower point" if double else "point", change.lower),
    )
    for point, by in points:
        if by:
            far = "further out" if by > 0 else "back"
            done.append(f"set its {point} {length_text(abs(by))} {far} on its centre line")
    if change.intake:
        wide = "wider" if change.intake > 0 else "narrower"
        done.append(f"draw it {length_text(abs(change.intake))} {wide}, half of it on each side")
    if change.other_way:
        done.append("press it to the other side")
    if change.becomes == "two":
        done.append(
            f"draw two darts of half its width instead, {length_text(change.apart)} from each other"
        )
    if not done:
        return "Nothing to change."
    legs = (
        "draw both sides anew" if double else "draw both legs anew to it, fold it and cut the cap"
    )
    text = "; ".join((*done, legs))
    return f"{text[0].upper()}{text[1:]}."

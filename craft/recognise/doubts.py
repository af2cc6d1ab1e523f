"""What is to be doubted in a file that was recognised: of a piece, and of all of it."""

from craft.digitise.inputs import PieceInputs
from craft.drawing import Drawing, chord_length
from craft.measure import Finding, length_text, plural
from craft.recognise.recognised import ReadPiece, Recognised
from craft.recognise.square import ScaleSquare
from craft.recognise.words import cut_of
from craft.shape.affine import inverse, move_point

LONG_LINE = 150.0  # mm: longer than a mark
WELL_JOINED = 0.1  # mm: pages fit as well as they can be taped


def piece_findings(read: ReadPiece, inputs: PieceInputs, *, lettered: bool) -> list[Finding]:
    """What is to be looked at on a piece. ``lettered``: words are drawn on it as shapes."""
    found = [
        Finding(weight="doubt", what=text, because="Look at it before you cut by it.")
        for _, text in read.piece.doubts
    ]
    if read.words.others:
        told = ", ".join(f"“{each}”" for each in read.words.others[:3])
        found.append(Finding(
            weight="doubt", what=f"Words of another piece lie on it as well: {told}.",
            because="The outline of one of them was not found; see which this is.",
        ))  # fmt: skip
    if lettered:
        found.append(Finding(
            weight="doubt", what="Its words are drawn, not written.",
            because="Type what they say; a dot right beside them may have been taken for a letter.",
        ))  # fmt: skip
    elif not inputs.name:
        what = "No words were found on it." if not read.words.used else "Its words give it no name."
        found.append(Finding(weight="note", what=what, because="Give it a name as it is printed."))
    if not read.words.cuts and not read.words.template and not lettered:
        found.append(Finding(
            weight="doubt", what="Nothing says how many to cut.",
            because="It is taken as one of the main cloth.",
        ))  # fmt: skip
    return found


def put_by_hand(read: ReadPiece, drawing: Drawing, found: Recognised) -> list[Finding]:
    """That a piece lies on pages which lie where somebody put them."""
    nodes = [curve[0] for line in read.piece.outlines.values() for curve in line]
    pages = []
    for page in sorted(found.placed.put):
        back = inverse(found.placed.at[page])
        wide, high = drawing.pages[page].width, drawing.pages[page].height
        if any(
            0 <= x <= wide and 0 <= y <= high for x, y in (move_point(each, back) for each in nodes)
        ):
            pages.append(str(page + 1))
    if not pages:
        return []
    where = f"page {pages[0]}" if len(pages) == 1 else f"pages {', '.join(pages)}"
    return [Finding(
        weight="doubt", what=f"It lies on {where}, as you put {'it' if len(pages) == 1 else 'them'}.",
        because="Measure it against its print before you cut.",
    )]  # fmt: skip


def file_findings(drawing: Drawing, found: Recognised) -> list[Finding]:
    """What is to be said of a file as a whole."""
    made = of_the_square(found.square)
    made += _lost(found)
    loose = [page + 1 for page in found.placed.loose]
    if loose:
        told = ", ".join(str(each) for each in loose)
        made.append(Finding(
            weight="doubt",
            what=f"{'Page' if len(loose) == 1 else 'Pages'} {told} could not be put in place.",
            because="Lines on them are missing from the pieces.",
            mend="Put them in place by hand." if len(loose) > 1 else "Put it in place by hand.",
        ))  # fmt: skip
    if found.placed.put:
        told = ", ".join(str(page + 1) for page in found.placed.put)
        one = len(found.placed.put) == 1
        made.append(Finding(
            weight="doubt",
            what=f"{'Page' if one else 'Pages'} {told} {'lies' if one else 'lie'} where you put "
            f"{'it' if one else 'them'}.",
            because="No line on it says more exactly where it belongs."
            if one else "No line on them says more exactly where they belong.",
        ))  # fmt: skip
    worst = found.placed.worst
    if worst is not None and worst > WELL_JOINED:
        made.append(Finding(
            weight="doubt", what=f"Where pages meet lines are up to {length_text(worst)} apart.",
            because="Pages that fit badly may be in a wrong place.",
        ))  # fmt: skip
    made += [
        Finding(
            weight="note", what=f"The file contradicts itself: {each}",
            because="It was read as far as it goes.",
        )
        for each in drawing.warnings[:3]
    ]  # fmt: skip
    return made


def of_the_square(square: ScaleSquare | None) -> list[Finding]:
    """Whether the test square is as large as it is meant; nothing where it is."""
    if square is None or square.nominal is None:
        return [Finding(
            weight="doubt", what="No test square was found.",
            because="Measure one length that you know before you cut.",
        )]  # fmt: skip
    drawn, meant = length_text(square.width), length_text(square.nominal)
    if square.as_meant:
        return []
    if not square.told:
        return [Finding(
            weight="doubt",
            what=f"A square of {drawn} may be the test square; nothing says how large it is to be.",
            because=f"If it is to measure {meant}, the file has another scale; it is taken as drawn.",
        )]  # fmt: skip
    return [Finding(
        weight="doubt",
        what=f"The test square is drawn {drawn} wide and is to measure {meant}: everything is taken "
        f"{square.scale * 100:.1f} % as large.",
        because="A file drawn at another scale would give a garment of another size.",
    )]  # fmt: skip


def _lost(found: Recognised) -> list[Finding]:
    """What looks as if a piece was there, and no piece is."""
    made = []
    on = {id(text) for piece in found.pieces for text in (*piece.words.used, *piece.words.unused)}
    alone = [
        text.text
        for text in found.lines.texts
        if cut_of(text.text) is not None and id(text) not in on
    ]
    if alone:
        told = ", ".join(f"“{each}”" for each in list(dict.fromkeys(alone))[:3])
        made.append(Finding(
            weight="doubt", what=f"The words {told} lie on no piece that was found.",
            because="A piece may be missing: its outline is not closed in the file.",
        ))  # fmt: skip
    open_ = [
        each for each in found.unused if not each.closed and chord_length(each.curves) > LONG_LINE
    ]
    if open_:
        one = len(open_) == 1
        made.append(Finding(
            weight="doubt",
            what=f"{plural(len(open_), 'long line')} {'does' if one else 'do'} not close to an outline.",
            because=f"Show what nothing was made of, and see where {'it ends' if one else 'they end'}.",
        ))  # fmt: skip
    return made

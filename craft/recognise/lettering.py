"""Words that a program drew as shapes: small forms close beside each other. Nobody can search or read them
here, but a person can, so they are found to be shown."""

from collections import Counter, defaultdict
from collections.abc import Sequence

import numpy as np
from scipy.sparse import coo_array
from scipy.sparse.csgraph import connected_components
from scipy.spatial import cKDTree

from craft.drawing import DrawnPath, Flags, Ints
from craft.recognise.chains import Chain
from craft.recognise.outlines import OutlineFound
from craft.shape.curve import Floats

TALLEST, LEAST = 25.0, 0.4  # mm: letters on patterns
BESIDE = 0.6  # of the larger one's height: how far apart two letters of a word are
SPACE = 1.3  # of the largest letter of a line: the widest space
SAME = 3.0  # how many times as tall one letter is as another
FEWEST = 4  # shapes: fewer are marks
LONG = 2.5  # of a letter's height: shorter than a word
BLOCK = 15.0  # mm: words further apart are not read together
FORMS = 3  # letters have so many forms; marks of all sizes beside each other are alike
EVEN = 0.2  # mm: shapes of one form differ by less
BENT = 0.3  # of the shapes are more than a straight stroke


def is_letter(path: DrawnPath) -> bool:
    """Whether a path may be a letter drawn as an area."""
    left, top, right, low = path.box
    return path.ink.filled and max(right - left, low - top) <= TALLEST


def lettering(
    words: Sequence[Sequence[Chain]], outlines: Sequence[OutlineFound]
) -> dict[int, list[list[Chain]]]:
    """The letters that lie on each of the outlines, block by block, by its place among them; on the
    smallest one where pieces lie on each other."""
    found: dict[int, list[Sequence[Chain]]] = {}
    for word in words:
        homes = [home for letter in word if (home := _home(letter, outlines)) is not None]
        if homes:  # it may stick out of its piece
            found.setdefault(Counter(homes).most_common(1)[0][0], []).append(word)
    return {at: _blocks(mine) for at, mine in found.items()}


def _blocks(words: Sequence[Sequence[Chain]]) -> list[list[Chain]]:
    """Words close to each other together."""
    boxes = np.array([_around(word) for word in words])
    gap = np.maximum(
        boxes[:, None, :2] - boxes[None, :, 2:], boxes[None, :, :2] - boxes[:, None, 2:]
    )
    count, block = connected_components(gap.max(axis=2) <= BLOCK, directed=False)
    return [
        [letter for at, word in enumerate(words) if block[at] == each for letter in word]
        for each in range(count)
    ]


def _home(letter: Chain, outlines: Sequence[OutlineFound]) -> int | None:
    left, top, right, low = _box(letter).tolist()
    place = ((left + right) / 2, (top + low) / 2)
    on = [at for at, each in enumerate(outlines) if each.contains(place)]
    return min(on, key=lambda at: outlines[at].area, default=None)


def words_drawn(chains: Sequence[Chain]) -> list[list[Chain]]:
    """Shapes of one ink that stand beside each other as letters do, each word or block by itself."""
    by_ink: dict[tuple[object, ...], list[Chain]] = defaultdict(list)
    for (
        each
    ) in chains:  # the areas of letters are filled, and thin ones were led back to their middles
        by_ink[(*each.ink.layers, each.ink.colour)].append(each)
    return [word for mine in by_ink.values() for word in _of_one_ink(mine)]


def _of_one_ink(chains: Sequence[Chain]) -> list[list[Chain]]:
    boxes = np.array([_box(each) for each in chains]).reshape(-1, 4)
    sizes = (boxes[:, 2:] - boxes[:, :2]).max(axis=1, initial=0.0)
    small = np.flatnonzero((sizes <= TALLEST) & (sizes >= LEAST))
    if len(small) < FEWEST:
        return []
    boxes, sizes = boxes[small], sizes[small]
    middles = (boxes[:, :2] + boxes[:, 2:]) / 2
    reach = (1 + BESIDE) * float(sizes.max())
    pairs = cKDTree(middles).query_pairs(reach, output_type="ndarray").reshape(-1, 2)
    a, b = pairs.T
    gap = np.maximum(boxes[a, :2] - boxes[b, 2:], boxes[b, :2] - boxes[a, 2:]).max(
        axis=1, initial=0.0
    )
    tall, low = np.maximum(sizes[a], sizes[b]), np.minimum(sizes[a], sizes[b])
    pairs = pairs[(gap <= BESIDE * tall) & (tall <= SAME * low)]
    links = coo_array((np.ones(len(pairs)), (pairs[:, 0], pairs[:, 1])), shape=(len(small),) * 2)
    _, group = connected_components(links, directed=False)
    words: list[list[Chain]] = []
    taken = np.zeros(len(small), dtype=bool)
    for each in np.unique(group):
        mine = np.flatnonzero((group == each) & ~taken)
        if len(mine) < FEWEST:
            continue
        extent = boxes[mine, 2:].max(axis=0) - boxes[mine, :2].min(axis=0)
        word = [chains[small[k]] for k in mine]
        bent = sum(not (len(each.curves) == 1 and each.straight.all()) for each in word)
        forms = len(np.unique(np.round((boxes[mine, 2:] - boxes[mine, :2]) / EVEN), axis=0))
        long = extent.max() >= LONG * np.median(sizes[mine])
        if long and forms >= FORMS and bent >= BENT * len(mine):
            line = _whole_line(mine, boxes, sizes, taken)
            taken[line] = True
            words.append([chains[small[k]] for k in line])
    return words


def _whole_line(mine: Ints, boxes: Floats, sizes: Floats, taken: Flags) -> Ints:
    """A word with what stands on its line, a space away: short words and numbers by themselves could be
    marks as well."""
    while True:
        box = np.concatenate((boxes[mine, :2].min(axis=0), boxes[mine, 2:].max(axis=0)))
        tall = float(sizes[mine].max())
        along = int(box[3] - box[1] > box[2] - box[0])  # words may run up or down
        room = np.full(2, 0.2 * tall)
        room[along] = SPACE * tall
        near = ((boxes[:, 2:] >= box[:2] - room) & (boxes[:, :2] <= box[2:] + room)).all(axis=1)
        across = 1 - along
        on = (boxes[:, across] >= box[across] - room[across]) & (
            boxes[:, 2 + across] <= box[2 + across] + room[across]
        )
        line = np.flatnonzero(near & on & ~taken)
        if len(line) == len(mine):
            return line
        mine = line


def _around(word: Sequence[Chain]) -> Floats:
    boxes = np.array([_box(each) for each in word])
    return np.concatenate((boxes[:, :2].min(axis=0), boxes[:, 2:].max(axis=0)))


def _box(chain: Chain) -> Floats:
    points = chain.curves.reshape(-1, 2)
    return np.concatenate((points.min(axis=0), points.max(axis=0)))

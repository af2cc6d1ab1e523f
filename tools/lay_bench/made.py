"""Garments made up from a seed: other shapes and counts than the given instances."""

import numpy as np

from tools.lay_bench.instances import Instance

Ring = np.ndarray


def _curve(a: tuple, b: tuple, c: tuple, d: tuple, points: int = 10) -> list[tuple]:
    """A cubic without its last point."""
    t = np.linspace(0, 1, points, endpoint=False)[:, None]
    p = [np.array(each, float) for each in (a, b, c, d)]
    made = (
        (1 - t) ** 3 * p[0] + 3 * (1 - t) ** 2 * t * p[1] + 3 * (1 - t) * t**2 * p[2] + t**3 * p[3]
    )
    return [tuple(each) for each in made]


def _body(r: np.random.Generator, fold: bool) -> Ring:
    """Half a bodice: neckline, shoulder, armhole, side, hem; the centre on y = 0."""
    length, half, neck = r.uniform(45, 75), r.uniform(22, 32), r.uniform(6, 9)
    deep, armhole = r.uniform(4, 10) if fold else r.uniform(8, 16), r.uniform(18, 24)
    shoulder = half - r.uniform(4, 8)
    return np.array([
        *_curve((deep, 0), (deep, neck * 0.6), (deep * 0.4, neck), (0, neck)),
        *_curve((0, neck), (1, neck + 3), (2, shoulder - 3), (3, shoulder), 3),
        *_curve((3, shoulder), (armhole * 0.6, shoulder - 3), (armhole, shoulder), (armhole, half)),
        *_curve((armhole, half), (armhole + 10, half - 2), (length - 10, half), (length, half + 2)),
        (length, 0),
    ])  # fmt: skip


def _sleeve(r: np.random.Generator) -> Ring:
    length, wide, cap = r.uniform(20, 62), r.uniform(32, 44), r.uniform(9, 15)
    cuff = wide * r.uniform(0.55, 0.95)
    side = (wide - cuff) / 2
    return np.array([
        *_curve((cap, 0), (cap * 0.6, wide * 0.2), (0, wide * 0.3), (0, wide / 2)),
        *_curve((0, wide / 2), (0, wide * 0.7), (cap * 0.6, wide * 0.8), (cap, wide)),
        (cap + length, wide - side), (cap + length, side),
    ])  # fmt: skip


def _leg(r: np.random.Generator) -> Ring:
    length, hip, crotch = r.uniform(40, 104), r.uniform(24, 34), r.uniform(4, 12)
    rise, hem = r.uniform(24, 30), r.uniform(18, 26)
    return np.array([
        (0, 2), *_curve((0, hip - 2), (rise * 0.5, hip), (rise, hip), (rise, hip + crotch)),
        *_curve((rise, hip + crotch), (rise + 12, hip + 2), (length - 20, hem + 3), (length, hem + 2)),
        (length, 3), *_curve((length, 3), (rise + 20, 0), (rise, 0), (0, 2)),
    ])  # fmt: skip


def _panel(r: np.random.Generator) -> Ring:
    length, top, bottom = r.uniform(40, 90), r.uniform(12, 22), r.uniform(20, 34)
    return np.array([(0, 0), (0, top), *_curve((0, top), (15, top + 3), (30, bottom - 3),
                     (length, bottom)), *_curve((length, bottom), (length + 1.5, bottom * 0.6),
                     (length + 2, bottom * 0.3), (length + 2, 0))])  # fmt: skip


def _facing(r: np.random.Generator) -> Ring:
    around, deep = r.uniform(14, 34), r.uniform(4.5, 7)
    angle = np.linspace(0, r.uniform(1.2, 2.2), 12)
    inner = np.stack((np.cos(angle), np.sin(angle)), 1) * around / 2
    outer = np.stack((np.cos(angle), np.sin(angle)), 1) * (around / 2 + deep)
    return np.concatenate((inner, outer[::-1]))


def _plain(r: np.random.Generator) -> Ring:
    long, wide = r.uniform(8, 46), r.uniform(3.5, 12)
    return np.array([(0, 0), (long, 0), (long, wide), (0, wide)])


def _pocket(r: np.random.Generator) -> Ring:
    long, wide = r.uniform(13, 28), r.uniform(12, 18)
    return np.array([(0, 0), (0, wide), *_curve((long * 0.6, wide), (long, wide),
                     (long, wide * 0.8), (long, wide / 2)), *_curve((long, wide / 2),
                     (long, wide * 0.2), (long, 0), (long * 0.6, 0))])  # fmt: skip


LARGE = (_body, _sleeve, _leg, _panel)
SMALL = (_facing, _plain, _pocket)


def made_garment(seed: int, count: int, *, nap: bool, width: float) -> dict:
    """About ``count`` cloth pieces: some on the fold, most in pairs, small ones among large ones."""
    r = np.random.default_rng(seed)
    pieces: list[dict] = []
    total = 0
    ends = [0] if nap else [0, 180]
    while total < count:
        large = len(pieces) < max(2, count // 6) or r.random() < 0.3
        shape = (LARGE if large else SMALL)[int(r.integers(len(LARGE if large else SMALL)))]
        fold = shape is _body and r.random() < 0.5 and total + 1 <= count
        ring = shape(r, fold) if shape is _body else shape(r)
        quantity = 1 if fold else 2
        pieces.append({
            "id": f"{shape.__name__[1:]} {len(pieces) + 1}", "outline": ring.round(3).tolist(),
            "quantity": quantity, "mirrored": not fold and shape is not _plain, "on_fold": fold,
            "grain_deg": 0, "rotations": ends,
        })  # fmt: skip
        total += quantity
    return {"name": f"made {seed}, {total} pieces", "unit": "cm", "fabric_width": width, "nap": nap,
            "gap": 0.3, "pieces": pieces}  # fmt: skip


UNSEEN = ((101, 8, False, 140.0), (102, 14, True, 150.0), (103, 20, False, 112.0),
          (104, 26, False, 150.0), (105, 32, True, 140.0), (106, 40, False, 150.0))  # fmt: skip
GROWTH = (10, 20, 40, 80)


def unseen(modes: tuple[str, ...]) -> list[Instance]:
    """Garments the search was not tuned on."""
    made = [made_garment(seed, count, nap=nap, width=width) for seed, count, nap, width in UNSEEN]
    return [Instance(each["name"], mode, each) for mode in modes for each in made]


def growth() -> list[Instance]:
    """The same kind of garment with more and more pieces."""
    made = [made_garment(200, count, nap=False, width=150.0) for count in GROWTH]
    return [Instance(each["name"], "single", each) for each in made]

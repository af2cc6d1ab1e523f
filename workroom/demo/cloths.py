"""The cloth cupboard of the demo: between them the cloths have every property that can be recorded."""

from craft.cloth import Cloth, Repeat
from craft.cloth.cloth import Square

CLOTHS: tuple[Cloth, ...] = (
    Cloth(
        name="Wool flannel, slate", fibre="wool", width=1400, owned=1500, shrink_length=0.04,
        shrink_width=0.03, nap=True, traits=("dark",), colour="#5d6b78",
        note="Steam it well before cutting; brushed one way.",
    ),
    Cloth(
        name="Striped cotton, marsh green", fibre="cotton", width=1120, shrink_length=0.05,
        shrink_width=0.02, traits=("striped", "light"), colour="#8fae9b",
        repeat=Repeat(across=24, from_edge=18), note="A stripe every 2.4 cm, alike on both sides.",
    ),
    Cloth(
        name="Border lace, cream", fibre="cotton", width=900, owned=2000, selvedge=5,
        shrink_length=0.03, weave="lace", traits=("sheer", "light"), colour="#e3d8c3", border="both",
        repeat=Repeat(along=140, from_end=70), note="A scalloped border along either edge.",
    ),
    Cloth(
        name="Slippery lining, rust", fibre="viscose", width=1500, owned=1200,
        shrink_length=0.03, shrink_width=0.02, weight="light", traits=("slippery", "frays"),
        colour="#b3714f",
    ),
    Cloth(
        name="Woven interfacing, fusible", fibre="cotton", width=900, selvedge=0,
        traits=("fusible", "light"), colour="#d9d7cf", note="Glue side up under the paper.",
    ),
    Cloth(
        name="Remnant, tweed with a flaw", fibre="wool", width=1380, owned=640, shrink_length=0.02,
        traits=("thick", "busy"), colour="#7c6f5b",
        remnant=((0, 0), (640, 0), (640, 930), (455, 1010), (430, 1380), (0, 1380)),
        flaws=(((412, 60), (430, 60), (434, 76), (420, 84), (408, 74)),),
        note="A moth hole near one selvedge; a corner was cut away.",
    ),
    Cloth(
        name="Velveteen, moss", fibre="cotton", width=1420, owned=1800, nap_unsure=True,
        shrink_by="table", weight="heavy", traits=("pile", "thick", "dark"), colour="#56634a",
        note="Two scraps turned both ways look nearly alike: laid as napped.",
    ),
    Cloth(
        name="Checked wool, heather", fibre="wool", width=1500, shrink_by="square",
        square=Square(before=300, after_length=288, after_width=294), traits=("busy",),
        repeat=Repeat(along=60, across=48, uneven_along=True, from_end=20, from_edge=40),
        colour="#83788c", note="The bars are uneven: up and down differ.",
    ),
    Cloth(
        name="Ribbed jersey, chalk", fibre="mixed", width=1600, owned=900, stretch="across",
        washed=True, weave="knit", traits=("light",), colour="#d5d3cb",
    ),
    Cloth(
        name="Sequinned net, midnight", fibre="polyester", width=1250, owned=900, selvedge=15,
        weight="light", weave="lace", nap=True, colour="#39415e",
        traits=("sequins", "beads", "fringe", "sheer", "dark"),
        note="Sequins lie one way like scales; a beaded fringe hangs from one edge.",
    ),
)  # fmt: skip


def cloth(begins: str) -> Cloth:
    """The cloth whose name begins so."""
    return next(each for each in CLOTHS if each.name.startswith(begins))

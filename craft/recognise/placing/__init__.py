"""Where the pages of a file lie on the sheet that they were cut from.

The surest way first: pages that show one drawing, each a part of it, say it themselves; else long lines
that several pages draw; else the nodes that neighbours share: where lines were cut, or in a strip that both
of them show; else rows that are guessed and settled by the ends of their lines. What is joined to nothing
goes where its code says, and where a person put it.
"""

from craft.recognise.placing.all_pages import place_pages
from craft.recognise.placing.placed import NEAR, Placed

__all__ = ["NEAR", "Placed", "place_pages"]

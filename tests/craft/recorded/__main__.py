"""``python -m tests.craft.recorded [GROUP...]``: record anew what the craft says, after a change that means
to change it. ``--whole GROUP``: write all of it out instead, to be compared with what it was before."""

import sys

from tests.craft.recorded.groups import GROUPS, file_of
from tests.craft.recorded.telling import summed, whole

asked = [each for each in sys.argv[1:] if each != "--whole"]
for group, results in GROUPS.items():
    if asked and group not in asked:
        continue
    if "--whole" in sys.argv:
        for name, parts in results():
            print(name, *(line for part, value in parts for line in whole(value, part)), sep="\n")
    else:
        file_of(group).write_text("\n".join(summed(*result) for result in results()) + "\n")

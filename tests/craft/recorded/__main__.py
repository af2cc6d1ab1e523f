"""``python -m tests.craft.recorded [GROUP]``: record anew what the craft says, after a change that means to
change it. What became of it is then read as a difference of the texts."""

import sys

from tests.craft.recorded.groups import GROUPS, file_of

for group, lines in GROUPS.items():
    if group in (sys.argv[1:] or GROUPS):
        file_of(group).write_text("\n".join(lines()) + "\n")

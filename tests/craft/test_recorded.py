"""Nothing that the craft says of many cases changes unnoticed; whether it is right, the other tests ask.

After a change that means to change it: ``python -m tests.craft.recorded``, and read the difference.
"""

import pytest

from tests.craft.recorded.groups import GROUPS, file_of


@pytest.mark.parametrize("group", GROUPS)
def test_it_says_what_it_said(group):
    was = file_of(group).read_text().splitlines()
    now = list(GROUPS[group]())
    changed = [(a, b) for a, b in zip(was, now, strict=False) if a != b]
    assert changed[:6] == []
    assert len(now) == len(was)

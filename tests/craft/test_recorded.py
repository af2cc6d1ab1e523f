"""Nothing that the craft says of many cases changes unnoticed; whether it is right, the other tests ask.

After a change that means to change it: ``python -m tests.craft.recorded``; with ``--whole GROUP`` it shows,
before and after, what became of it.
"""

import pytest

from tests.craft.recorded.groups import GROUPS, file_of
from tests.craft.recorded.telling import summed


@pytest.mark.parametrize("group", GROUPS)
def test_it_says_what_it_said(group):
    was = file_of(group).read_text().splitlines()
    now = [summed(*result) for result in GROUPS[group]()]
    assert [each for each in now if each not in was] == []
    assert len(now) == len(was)

"""Why a size is not settled, for a list where only the size itself is seen."""

from craft.pick.result import Picked


def size_doubts(picked: Picked) -> tuple[str, ...]:
    """What the measurements say against the chosen sizes, in sentences; () for a size that suits."""
    if all(row.mine is None for row in picked.comparisons):
        return (
            f"Nobody was measured for it: {picked.sizes_said} is only what the pattern begins with.",
        )
    measured = {row.measurement for row in picked.comparisons}
    return tuple(finding.what for finding in picked.findings if finding.where.mark in measured)

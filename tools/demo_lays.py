"""Search for the lays of the demo world anew: ``python -m tools.demo_lays [--seconds N] [TITLE…]``.

The demo is shipped with its lays, so that it loads at once; a test checks that they are still sound.
Run this when a pattern or a rule of the lay has changed so that they are not.
"""

import argparse
import json
import os
from functools import partial

import django

from craft.cloth import fold_of
from craft.making import derive
from craft.pattern import Pattern
from craft.seek.case import Case, Effort
from craft.seek.compare import compare
from craft.seek.task import Variant, best_of


def main() -> None:
    """Search, and write the best lay of every cloth."""
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "workroom.settings")
    django.setup()
    from workroom.demo.makings import LAYS, MAKINGS, LayOut
    from workroom.demo.world import patterns

    parser = argparse.ArgumentParser(prog="python -m tools.demo_lays", description=__doc__)
    parser.add_argument("titles", nargs="*", metavar="TITLE")
    parser.add_argument("--seconds", type=float, default=12)
    asked = parser.parse_args()
    lays = json.loads(LAYS.read_text()) if LAYS.exists() else {}
    for making in MAKINGS:
        wanted = [step for step in making.steps if isinstance(step, LayOut)]
        if not wanted or (asked.titles and making.title not in asked.titles):
            continue
        pattern = Pattern.model_validate_json(patterns()[making.pattern])
        before = making.begun
        for step in making.steps[: making.steps.index(wanted[0])]:
            before = step(before, partial(derive, pattern))
        making_now = derive(pattern, before)
        for role in wanted[0].roles:
            cloths = before.cloth
            now = Variant(fold=fold_of(role, cloths), depth=cloths.depths.get(role))
            case = Case(
                role, cloths.cloths[role], making_now.fitted, before.lay, now=now,
                out=role in cloths.out,
            )  # fmt: skip
            *_, tried = compare(case, (now,), Effort(asked.seconds, seed=1))
            best = best_of(tried)
            if best is None or best.sought is None:
                raise SystemExit(f"{making.title}, {role}: {tried[0].refused}")
            rows = [
                [p.item, round(p.x, 3), round(p.y, 3), round(p.turn, 6), p.over]
                for p in best.sought.placements
            ]
            lays.setdefault(making.title, {})[role] = rows
            print(f"{making.title}, {role}: {best.takes:.0f} mm")
    LAYS.write_text(written(lays))


def written(lays: dict) -> str:
    """The lays as JSON, a line for each role."""
    made = []
    for title, roles in lays.items():
        lines = ",\n".join(f"  {json.dumps(role)}: {json.dumps(roles[role])}" for role in roles)
        made.append(f" {json.dumps(title, ensure_ascii=False)}: {{\n{lines}\n }}")
    return "{\n" + ",\n".join(made) + "\n}\n"


if __name__ == "__main__":
    main()

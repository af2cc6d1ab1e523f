"""``python -m tools.mutants``."""

from tools.mutants.hunt import main

main()

"""Small faults put into the craft, and whether its tests notice: ``./bench mutants --seed N``."""

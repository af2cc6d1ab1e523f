"""What leaves the program for other programs: patterns, pieces and lays as drawings in mm with named
layers, lists as tables. The forms themselves are written in ``craft.formats``."""

"""Photos and scans: what lies where on the paper they show."""

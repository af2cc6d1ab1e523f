"""Whether the workroom holds: a class at work, kills, hostile hands, a backup meanwhile."""

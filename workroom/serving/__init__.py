"""Standing in the door: the processes, the connections, and what may come in."""

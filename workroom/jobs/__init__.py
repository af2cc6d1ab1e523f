"""Work too heavy for a request: handed over in a table, done by a process of its own."""

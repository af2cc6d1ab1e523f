"""Where the workroom is reached: this machine’s address at home, and who holds a port."""

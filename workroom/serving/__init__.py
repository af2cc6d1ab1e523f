"""The launcher, the two processes that it keeps alive, and what may come in."""

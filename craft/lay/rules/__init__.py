"""The rules of the lay, each a function from a table and a placed piece to findings with reasons."""

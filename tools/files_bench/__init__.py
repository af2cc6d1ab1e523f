"""Files of every kind that people bring, made from patterns whose truth is known."""

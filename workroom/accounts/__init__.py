"""Who has a workroom here: how passwords are kept, and limits on guessing them."""

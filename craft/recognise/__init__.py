"""What a drawing from a file means: where its pages lie, which lines are which size, where the pieces are.

Everything found is a proposal with how sure it is; nothing here changes what was entered.
"""

"""Seek: finding lays on the rules of ``craft.lay``: the search, the comparison of variants, does it fit.

Heavy work for a process of its own. Only ``task`` (what is asked and what was found) is light enough
for the web process.
"""

"""The rules of the job: from a multi-size pattern to cut and marked cloth.

Plain Python without interface, files or database: models in, models out.
Lengths are millimetres unless a name says otherwise.
"""

"""Tables that somebody kept elsewhere: read however they were written, each row with what it comes to."""

import csv
import io
from datetime import date

import pytest
from hypothesis import given
from hypothesis import strategies as st

from craft.digitise.inputs import PatternInputs
from craft.errors import CraftError
from craft.measure import MM_PER_INCH
from craft.tabular.columns import FIELDS, column_unit, matched
from craft.tabular.reader import MOST_COLUMNS, MOST_ROWS, Table, read_table
from craft.tabular.rows import rows_read

CLOTHS = """Fabric;Width (cm);Metres;Content;Shrinkage;Washed;Remarks
Ticking, blue;140;2,50;cotton;5 %;yes;from the market
Mist voile;1,5 m;;polyester/viscose;;no;
;150;1;;;;
Loden;wide;1;wool;;;
Felt;90;3;wool;;perhaps;
"""


def cloths(text=CLOTHS, columns=None):
    table = read_table(text.encode())
    return rows_read("cloths", table, columns or matched("cloths", table.headers), "cm")


def test_a_list_of_cloths_by_hand():
    read = cloths()
    ticking, voile = read[0][1], read[1][1]
    assert (ticking.name, ticking.width, ticking.owned) == ("Ticking, blue", 1400.0, 2500.0)
    assert (ticking.fibre, ticking.shrink_length, ticking.washed) == ("cotton", 0.05, True)
    assert ticking.note == "from the market"
    # Two fibres are none that the program knows; what was written stays.
    assert (voile.width, voile.owned, voile.fibre) == (1500.0, None, "mixed")
    assert voile.note == "fibre: polyester/viscose"
    assert read[0][0].told == "Ticking, blue: cotton, [[1400]] wide, [[2500|cloth]] owned"
    assert [(row.number, row.sentence) for row, made in read if made is None] == [
        (4, "The name is missing."),
        (5, "“wide” is not a length. Write it like 12.5 cm."),
        (6, "“perhaps” is neither yes nor no (washed)."),
    ]


def test_people_are_measured_on_their_day_in_the_column_s_unit():
    table = read_table(
        b"Who,Date,Bust (in),hip,height\nOrla,30.11.2026,36 1/2,100,170\nFinn,2026-02-31,,90,\n"
    )
    (orla, finn) = rows_read("people", table, matched("people", table.headers), "cm")
    assert (orla[1].name, orla[1].day) == ("Orla", date(2026, 11, 30))
    inches = pytest.approx(36.5 * MM_PER_INCH)
    assert orla[1].measurements == {"bust": inches, "hip": 1000.0, "height": 1700.0}
    assert "is no day" in finn[0].sentence


def test_patterns_become_entries_of_the_shelf():
    table = read_table(b"\xff\xfe" + "Title\tNo\tMaker\nGored skirt\t12\tTower\n".encode("utf-16-le"))
    ((row, made),) = rows_read("patterns", table, matched("patterns", table.headers), "cm")
    assert isinstance(made, PatternInputs)
    assert (made.name, made.number, made.publication) == ("Gored skirt", "12", "Tower")
    assert row.told == "Gored skirt (Tower 12)"


@pytest.mark.parametrize(
    ("columns", "said"),
    [(("name", "name", "", "", "", "", ""), "Two columns are said to hold the name."),
     (("name", "", "", "", "", "", ""), "Say which column holds the width."),
     (("", "width", "owned", "", "", "", ""), "Say which column holds the name."),
     (("name", "width"), "not those of the table"),
     (("name", "bust", "", "", "", "", ""), "not those of the table")],
)  # fmt: skip
def test_columns_that_contradict_each_other_are_asked_about(columns, said):
    with pytest.raises(CraftError, match=said):
        cloths(columns=columns)


@pytest.mark.parametrize(
    ("data", "said"),
    [(b"", "empty"), (b"name,width\n", "headers only"), (b"PK\x03\x04\0\0", "no table in words"),
     (b"a" * 2_000_001, "larger than 2 MB"), (b"n\n" + b"x\n" * (MOST_ROWS + 1), "more than 1,000 rows"),
     (b"," * MOST_COLUMNS + b"a\nx,y\n", "more than 60 columns")],
)  # fmt: skip
def test_what_is_no_table_is_a_sentence(data, said):
    with pytest.raises(CraftError, match=said):
        read_table(data)


def test_a_value_out_of_bounds_says_which():
    read = cloths("name,width,note\nA,3 mm,\nB,140," + "x" * 399 + "\n")
    assert "width will not do" in read[0][0].sentence
    assert read[1][1] is not None


words = st.text(st.characters(exclude_categories=("C", "Zl", "Zp")), max_size=20).map(str.strip)
cells = st.lists(st.lists(words, min_size=2, max_size=4), min_size=2, max_size=6)


@given(cells, st.sampled_from(",;\t"), st.sampled_from(["utf-8", "utf-8-sig", "utf-16"]))
def test_a_table_is_read_back_however_it_was_written(rows, separator, encoding):
    wide = len(rows[0])
    rows = [["name", "width", *("ab"[: wide - 2])][:wide], *((row + [""] * wide)[:wide] for row in rows)]
    out = io.StringIO()
    csv.writer(out, delimiter=separator, quoting=csv.QUOTE_ALL).writerows(rows)
    kept = [row for row in rows[1:] if any(row)]
    if not kept:
        return
    table = read_table(out.getvalue().encode(encoding))
    assert table.headers == tuple(rows[0])
    assert len(table.rows) == len(kept)
    # However odd, every row comes to something or to a sentence.
    read = rows_read("cloths", table, matched("cloths", table.headers), "cm")
    assert all(bool(row.told) != bool(row.sentence) for row, _ in read)


@pytest.mark.parametrize("kind", FIELDS)
def test_every_field_is_known_by_what_people_call_it(kind):
    for field in FIELDS[kind]:
        for called in (field.name, *field.called):
            assert field.key in matched(kind, (called.upper(), "zzz")), called
    everything = [called for each in FIELDS[kind] for called in (each.name, *each.called)]
    assert len(everything) == len(set(everything)) or kind == "people"


def test_units_of_columns():
    assert column_unit("Length (yd)", "cm") == " yd"
    assert column_unit("bust in inches", "cm") == " in"
    table = Table(("name", "width (mm)", "yards"), (("A", "1400", "2"),))
    ((_, made),) = rows_read("cloths", table, ("name", "width", "owned"), "in")
    assert (made.width, made.owned) == (1400.0, pytest.approx(2 * 914.4))


REGISTER = """Pattern,Made,For,Size,Date,Fabric,Box,Notes
Yoke blouse,Sunday blouse,Orla,38,3.5.2025,voile,B2,too tight at the cuff
Yoke blouse,,,,,,,
,Nothing,,,,,,
"""


def test_a_register_by_hand():
    table = read_table(REGISTER.encode())
    columns = matched("makings", table.headers)
    assert columns == ("pattern", "title", "person", "size", "day", "cloth", "box", "note")
    read = rows_read("makings", table, columns, "cm")
    assert read[0][0].told == (
        "Sunday blouse, from “Yoke blouse”: size 38, for Orla, made on 03.05.2025, voile and box B2"
    )
    assert read[0][1].told == "Made on 03.05.2025. Cloth: voile. too tight at the cuff"
    assert (read[1][0].told, read[1][1].told) == ("Yoke blouse, from “Yoke blouse”", "")
    assert read[2][0].sentence == "The pattern is missing."

"""Tables over the api: looked at, then taken in; what is there already stays."""

from workroom.records.models import Making

TABLE = b"Fabric,Width (cm),Owned\nTicking,140,250\nVoile,wide,1\nLoden,150,\n"


def test_cloths_are_looked_at_first_and_taken_in_by_a_word(ringer):
    before = len(ringer.call("GET", "/cupboard")["cloths"])
    seen = ringer.call("POST", "/tables/cloths", TABLE)
    assert [each["holds"] for each in seen["columns"]] == ["name", "width", "owned"]
    assert (seen["count"], seen["taken"], seen["sentence"]) == (2, "", "")
    assert [bool(row["sentence"]) for row in seen["rows"]] == [False, True, False]
    assert len(ringer.call("GET", "/cupboard")["cloths"]) == before
    asked = ringer.call("POST", "/tables/cloths?columns=,width,owned", TABLE)
    assert asked["sentence"] == "Say which column holds the name."
    refused = ringer.call("POST", "/tables/cloths?take=true&columns=,width,owned", TABLE)
    assert refused["refused"]["field"] == "columns"
    taken = ringer.call("POST", "/tables/cloths?take=true&without=4", TABLE)
    assert taken["taken"] == "1 row taken in."
    names = [card["cloth"]["name"] for card in ringer.call("GET", "/cupboard")["cloths"]]
    assert len(names) == before + 1
    assert "Ticking" in names
    none = ringer.call("POST", "/tables/cloths?take=true&without=2,4", TABLE)
    assert "No row" in none["refused"]["sentence"]


def test_who_is_known_is_measured_again_and_that_day_keeps_what_it_had(ringer):
    first = b"name,date,bust,hip\nWilla Marsh,2026-01-05,92,100\n"
    again = b"name,date,waist,hip\nWilla Marsh,2026-01-05,74,101\nNew Bell,,70,\n"
    for table in (first, again):
        assert "refused" not in ringer.call("POST", "/tables/people?take=true", table)
    people = {each["name"]: each for each in ringer.call("GET", "/cupboard")["people"]}
    assert people["Willa Marsh"]["measurements"] == {"bust": 920, "hip": 1010, "waist": 740}
    assert [each["day"] for each in people["Willa Marsh"]["sittings"]] == ["2026-01-05"]
    assert people["New Bell"]["measurements"] == {"waist": 700}


def test_patterns_stand_on_the_shelf_to_be_entered(ringer):
    ringer.call("POST", "/tables/patterns?take=true", b"Title,No\nGored skirt,12\n")
    card = ringer.pattern("Gored skirt")
    assert not card["usable"]


def test_what_is_no_table_is_refused_with_a_sentence(ringer):
    for body in (b"\x00\x01", b"", b"\xff\xfea"):
        assert ringer.call("POST", "/tables/cloths", body)["refused"]["sentence"]
    ringer.call("POST", "/tables/wishes", TABLE, status=200)


def test_a_register_comes_in_as_filed_makings_of_patterns_on_the_shelf(ringer):
    pattern = ringer.pattern("Yoke blouse")
    before = ringer.call("GET", "/makings?filed=true")["total"]
    table = (
        b"Pattern,Made,For,Size,Date,Fabric,Box\n"
        b"yoke blouse ,Sunday blouse,Orla,38,3.5.2025,voile,B2\n"
        b"Yoke blouse,Another,,7,,,\n"
        b"Cape,Cape,,,,,\n"
    )
    seen = ringer.call("POST", "/tables/makings", table)
    assert [row["sentence"] for row in seen["rows"]] == [
        "", "“Yoke blouse” has no size 7: it has 34, 36, 38, 40, 42 and 44.",
        "No pattern on your shelf is called “Cape”. Enter it there first.",
    ]  # fmt: skip
    assert ringer.call("GET", "/makings?filed=true")["total"] == before
    taken = ringer.call("POST", "/tables/makings?take=true", table)
    assert taken["taken"] == "1 row taken in."
    found = ringer.call("GET", "/makings?filed=true&search=Sunday")["found"]
    (card,) = found
    assert (card["title"], card["pattern"], card["person"], card["size"], card["box"], card["filed"]) == (
        "Sunday blouse", pattern["name"], "Orla", "38", "B2", True,
    )  # fmt: skip
    keep = ringer.call("GET", f"/makings/{card['id']}")["inputs"]["keep"]
    assert keep["note"] == "Made on 03.05.2025. Cloth: voile."
    # What goes out comes in again as it was: a size between sizes is no size of the pattern.
    blended = (
        "38 at the bust, 40 at the waist, 42 at the hip, and every length of 44, as tried on the toile"
    )
    Making.objects.filter(pk=card["id"]).update(size=blended, cloths="wool, " * 80)
    csv = ringer.client.get("/api/register/saved/register.csv")
    again = ringer.call("POST", "/tables/makings", csv.content)
    assert f"“Yoke blouse” has no size {blended}" in " ".join(row["sentence"] for row in again["rows"])
    Making.objects.filter(pk=card["id"]).update(size="38", cloths="voile")
    csv = ringer.client.get("/api/register/saved/register.csv")
    assert csv["Content-Disposition"].endswith('"register.csv"')
    again = ringer.call("POST", "/tables/makings", csv.content)
    told = next(row["told"] for row in again["rows"] if "Sunday" in row["told"])
    assert told.startswith("Sunday blouse, from “Yoke blouse”: size 38, for Orla, made on 03.05.2025")
    assert again["count"] == ringer.call("GET", "/makings?filed=true")["total"]
    other = ringer.call("POST", "/tables/makings", b"Pattern,Size\nRinging waistcoat,d\n")
    assert other["rows"][0]["sentence"] == ""  # sizes are written as one likes
    many = b"Pattern\n" + b"Yoke blouse\n" * 61
    assert "60 garments" in ringer.call("POST", "/tables/makings?take=true", many)["refused"]["sentence"]

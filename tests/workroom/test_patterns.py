"""Patterns entered and mended through the api: their journal, their editions, what makings are told."""

from io import BytesIO

import pytest
from django.contrib.auth.models import User
from PIL import Image

from craft.digitise.edits.sheets import AddPicture
from tests.craft.entering import MAIN
from tests.workroom.photos import photo
from workroom.demo.names import DEMO_USER
from workroom.reading import pictures as reading
from workroom.records import patterns, pictures
from workroom.records.models import Making, StoredPattern, StoredPicture

SQUARE = [{"at": at} for at in ((0, 0), (300, 0), (300, 200), (0, 200))]


class Entering:
    """One pattern through the api."""

    def __init__(self, ringer, name="Wash bag", id=0):
        self.ringer = ringer
        self.id = id or ringer.call("POST", "/patterns", {"name": name})["id"]
        self.page = ringer.call("GET", f"/patterns/{self.id}")

    def edit(self, do, **more):
        body = {"against": self.page["at"], "edit": {"do": do, **more}}
        answer = self.ringer.call("POST", f"/patterns/{self.id}/edit", body)
        if "refused" not in answer:
            self.page = answer
        return answer

    def step(self, which):
        body = {"against": self.page["at"]}
        answer = self.ringer.call("POST", f"/patterns/{self.id}/{which}", body)
        if "refused" not in answer:
            self.page = answer
        return answer

    def square(self):
        self.edit("add piece", name="Side", drawn={"way": "line"}, cuts=MAIN)
        return self.edit("points by measure", piece=1, rows=SQUARE)

    def begin(self):
        body = {"pattern": self.id, "title": "A bag", "person": None}
        return self.ringer.call("POST", "/makings", body)


@pytest.fixture
def bag(ringer):
    return Entering(ringer)


def test_from_nothing_to_a_piece_that_is_laid(bag, ringer):
    assert bag.page["usable"] is False
    assert "Nothing can be begun" in bag.begin()["refused"]["sentence"]
    bag.square()
    assert bag.page["usable"]
    assert bag.page["pieces"][0]["edges"][0]["name"] == "top"
    head = bag.begin()
    assert head["knots"][0]["why"] == "One size, view A."
    for stage in ("pick", "trace", "fit", "cloth", "lay", "cut", "mark", "keep"):
        assert "refused" not in ringer.call("GET", f"/makings/{head['id']}/{stage}")


def test_undo_redo_reload_and_two_windows(bag):
    other = Entering(bag.ringer, id=bag.id)
    bag.square()
    told = other.edit("facts", name="Another")["refused"]
    assert told["moved"]
    assert "another window" in told["sentence"]
    bag.step("undo")
    assert bag.page["pieces"][0]["shape"] is None
    assert bag.page["redo"] == "Measured 1 Side: 4 points"
    bag.step("redo")
    assert bag.page["pieces"][0]["shape"]
    assert bag.ringer.call("GET", f"/patterns/{bag.id}")["at"] == bag.page["at"]
    assert "nothing to redo" in bag.step("redo")["refused"]["sentence"]


def test_a_making_keeps_its_pattern_is_told_of_a_newer_one_and_takes_it_over(bag, ringer):
    bag.square()
    head = bag.begin()
    assert head["newer"] is False
    keys = [tick["key"] for each in ringer.call("GET", f"/makings/{head['id']}/trace")["ticks"].values()
            for tick in (each["piece"], *each["things"].values())]  # fmt: skip
    body = {"against": head["at"], "ticks": dict.fromkeys(keys, True)}
    head = ringer.call("POST", f"/makings/{head['id']}/ticks/given", body)["head"]
    ids = [node["id"] for node in bag.page["pieces"][0]["nodes"]]
    bag.edit("move points", piece=1, ids=ids[1:3], by=[50, 0])
    now = ringer.call("GET", f"/makings/{head['id']}")
    assert now["newer"]
    wide = ringer.call("GET", f"/makings/{head['id']}/fit")["fitted"]["pieces"][0]["shape"]["edges"][0]
    assert wide["path"][0][1] == [300, 0]
    after = ringer.call("POST", f"/makings/{head['id']}/pattern", {"against": now["at"]})
    assert after["newer"] is False
    trace = next(knot for knot in after["knots"] if knot["stage"] == "trace")
    assert trace["state"] == "look"
    assert "Pattern was as begun, now mended 1 time since" in trace["why"]
    # Undo brings the pattern it was begun with back, and its ticks hold again.
    back = ringer.call("POST", f"/makings/{head['id']}/undo", {"against": after["at"]})
    assert back["newer"]
    assert next(k for k in back["knots"] if k["stage"] == "trace")["state"] == "done"
    assert (
        Making.objects.get(pk=head["id"]).edition_id
        != StoredPattern.objects.get(pk=bag.id).editions.last().pk
    )


def test_a_newer_pattern_without_the_size_in_use_is_refused_in_a_sentence(bag, ringer):
    bag.square()
    for name in ("S", "M"):
        bag.edit("add size", name=name)
    head = bag.begin()
    body = {"against": head["at"], "inputs": {"size": "M"}}
    head = ringer.call("PUT", f"/makings/{head['id']}/pick", body)
    bag.edit("remove size", name="M")
    told = ringer.call("POST", f"/makings/{head['id']}/pattern", {"against": head["at"]})
    assert told["refused"]["sentence"] == "This pattern has no size M."
    assert ringer.call("GET", f"/makings/{head['id']}")["at"] == head["at"]


def test_a_pattern_on_the_shelf_is_mended_in_its_place_and_the_demos_as_a_copy(ringer, django_user_model):
    shelf = ringer.call("GET", "/cupboard")["patterns"]
    blouse = next(card for card in shelf if card["name"] == "Yoke blouse")
    if ringer.call("GET", "/session")["user"] == DEMO_USER:
        copy = ringer.call("POST", f"/patterns/{blouse['id']}/mend", {})["id"]
        assert copy != blouse["id"]
        assert ringer.call("GET", f"/patterns/{copy}")["facts"]["name"] == "Yoke blouse, mended"
    user = User.objects.create_user("Tam")
    stored = patterns.store(
        user.pk,
        patterns.derived.pattern_of(StoredPattern.objects.get(pk=blouse["id"]).editions.get()),
    )
    opened = patterns.open_for_mending(stored)
    assert patterns.edition_now(opened) == stored.editions.get()  # nothing mended yet: no new edition
    assert patterns.open_for_mending(opened).entries.count() == 1


def test_the_cards_of_the_shelf_say_what_waits(bag, ringer):
    bag.square()
    bag.edit("add piece", name="Lid", drawn={"way": "line"})
    card = next(c for c in ringer.call("GET", "/cupboard")["patterns"] if c["id"] == bag.id)
    assert (card["pieces"], card["waiting"], card["usable"]) == (2, 1, True)
    ringer.call("POST", f"/patterns/{bag.id}/copy", {})
    names = [c["name"] for c in ringer.call("GET", "/cupboard")["patterns"]]
    assert "Wash bag, copy" in names


def test_a_pasted_table_is_looked_at_row_by_row(bag):
    text = "size;S;M;L\nbust;84;88;92\nwaist;70;68;74\nhip;ninety;94;98\nheight cm;1.7;170;170"
    read = bag.ringer.call("POST", f"/patterns/{bag.id}/table", {"text": text, "unit": "cm"})
    assert read["sizes"] == ["S", "M", "L"]
    said = {row["text"].split(";")[0]: row["sentence"] for row in read["rows"]}
    assert said["bust"] == ""
    assert read["rows"][0]["row"]["body"] == {"S": 840, "M": 880, "L": 920}
    assert said["waist"] == "The waist falls from S to M; sizes ascend."
    assert "not a length" in said["hip"]
    assert "Check the unit" in said["height cm"]


def test_a_picture_is_turned_upright_without_what_the_camera_noted(bag, kept_here):
    exif = Image.Exif()
    exif[0x0112] = 6  # taken with the camera on its side
    exif[0x010F] = "A maker of cameras"
    taken = bag.ringer.call("POST", f"/pictures/{bag.id}", photo(exif=exif))
    assert (taken["width"], taken["height"]) == (400, 600)
    whole = Image.open(pictures.folder(taken["id"]) / "whole.jpg")
    assert dict(whole.getexif()) == {}
    shown = bag.ringer.client.get(f"/api/pictures/{taken['id']}/first")
    assert shown["Content-Type"] == "image/jpeg"


def test_a_straightened_picture_has_the_size_of_its_sheet(bag, kept_here):
    bag.edit("add sheet")
    taken = bag.ringer.call("POST", f"/pictures/{bag.id}", photo())
    bag.edit("add picture", sheet=1, picture=taken["id"], width=600, height=400)
    assert bag.page["pictures"]["1"][0]["flat"] == ""
    corners = [[100, 100], [500, 100], [500, 300], [100, 300]]
    places = [[0, 0], [200, 0], [200, 100], [0, 100]]
    known = [{"pixel": p, "mm": m} for p, m in zip(corners, places, strict=True)]
    bag.edit("known points", sheet=1, at=0, known=known)
    picture = bag.page["pictures"]["1"][0]
    assert picture["box"] == pytest.approx([-50, -50, 300, 200], abs=0.01)
    answer = bag.ringer.client.get(picture["flat"])
    assert Image.open(BytesIO(b"".join(answer.streaming_content))).size == (600, 400)


@pytest.mark.parametrize(
    ("data", "said"),
    [
        (b"not a picture at all", "no picture that can be read"),
        (b"\xff\xd8\xff\xe0 this only looks like a photo", "no picture that can be read"),
        (photo()[:900], "broken"),
        (b"<svg xmlns='http://www.w3.org/2000/svg'><script/></svg>", "no picture that can be read"),
        (photo(9_000, 8_000, "PNG", "1"), "million pixels"),
        (photo(20, 20), "too small"),
    ],
    ids=["text", "a head alone", "cut off", "svg", "huge", "tiny"],
)  # fmt: skip
def test_hostile_pictures_get_a_sentence_and_leave_nothing(bag, kept_here, data, said):
    answer = bag.ringer.call("POST", f"/pictures/{bag.id}", data)
    assert said in answer["refused"]["sentence"]
    assert StoredPicture.objects.count() == 0
    assert not list(kept_here.glob("pictures/*"))


def test_a_picture_that_takes_too_long_is_given_up(bag, kept_here, monkeypatch):
    monkeypatch.setattr(reading, "SECONDS", 0.01)
    answer = bag.ringer.call("POST", f"/pictures/{bag.id}", photo())
    assert "takes too long" in answer["refused"]["sentence"]


def test_nobody_sees_another_ones_patterns_or_pictures(bag, client, kept_here):
    taken = bag.ringer.call("POST", f"/pictures/{bag.id}", photo())
    stranger = User.objects.create_user("Nosy")
    client.force_login(stranger)
    for address in (f"/api/patterns/{bag.id}", f"/api/pictures/{taken['id']}/whole",
                    f"/api/pictures/{bag.id}/1/0/flat"):  # fmt: skip
        assert client.get(address).status_code == 404
    # Nor by naming it in a pattern of one's own.
    own = patterns.enter(stranger.pk, (patterns.state(patterns.PatternInputs(name="Mine"), "Began"),))
    sheet = {"do": "add picture", "sheet": 1, "picture": taken["id"], "width": 600, "height": 400}
    known = [{"pixel": [k * 50, k * k], "mm": [k * 9, k]} for k in range(2)]
    body = {"against": 0, "edit": {"do": "add sheet"}}
    client.post(f"/api/patterns/{own.pk}/edit", body, content_type="application/json")
    refused = client.post(
        f"/api/patterns/{own.pk}/edit", {"against": 1, "edit": sheet}, content_type="application/json"
    ).json()["refused"]
    assert "not taken in for this pattern" in refused["sentence"]
    # Nor where it came about otherwise.
    patterns.PATTERNS.edit(own.pk, 1, AddPicture.model_validate(sheet).apply)
    for at, edit in enumerate((
        {"do": "known points", "sheet": 1, "at": 0, "known": known},
    ), 2):  # fmt: skip
        client.post(
            f"/api/patterns/{own.pk}/edit",
            {"against": at, "edit": edit},
            content_type="application/json",
        )
    assert client.get(f"/api/pictures/{own.pk}/1/0/flat").status_code == 404


def test_pictures_go_with_the_last_pattern_that_shows_them(bag, kept_here):
    taken = bag.ringer.call("POST", f"/pictures/{bag.id}", photo())
    copy = bag.ringer.call("POST", f"/patterns/{bag.id}/copy", {})["id"]
    bag.ringer.call("DELETE", f"/cupboard/patterns/{bag.id}")
    assert pictures.folder(taken["id"]).exists()
    bag.ringer.call("DELETE", f"/cupboard/patterns/{copy}")
    assert not pictures.folder(taken["id"]).exists()

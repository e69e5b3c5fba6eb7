"""The door: hosts, origins, sizes, headers, and the front end's files."""

from __future__ import annotations

from pathlib import Path

import pytest
from fastapi.testclient import TestClient

from waymark.storage import Store
from waymark.web import make_app


@pytest.mark.parametrize(
    "host", ["evil.example", "evil.example:8717", "", "localhost.evil.example", "[::bad", "10.0.0.9"]
)
def test_foreign_hosts_are_refused(empty: TestClient, host: str) -> None:
    answer = empty.get("/api/fits", headers={"Host": host})
    assert answer.status_code == 403
    assert answer.json()["field"] == "Host"


@pytest.mark.parametrize("host", ["localhost", "127.0.0.1:8717", "LOCALHOST:1", "[::1]:8717"])
def test_the_loopback_is_known(empty: TestClient, host: str) -> None:
    assert empty.get("/api/fits", headers={"Host": host}).status_code == 200


@pytest.mark.parametrize("origin", ["https://evil.example", "null", "file://", "http://localhost.evil.example"])
def test_foreign_origins_are_refused(empty: TestClient, origin: str) -> None:
    answer = empty.post("/api/riders", json={"name": "x"}, headers={"Origin": origin})
    assert answer.status_code == 403
    assert empty.get("/api/riders").json() == []


@pytest.mark.parametrize(
    ("host", "origin", "good"),
    [
        ("localhost:8717", "http://localhost:8717", True),
        ("localhost:8717", "http://localhost:9999", False),
        ("localhost:8717", "http://localhost", False),
        ("localhost", "http://localhost", True),
        ("localhost", "http://localhost:80", True),
        ("localhost:8717", "http://127.0.0.1:8717", False),
        ("[::1]:8717", "http://[::1]:8717", True),
        ("localhost:8717", "ftp://localhost:8717", False),
        ("localhost:8717", "http://x@localhost:8717", False),
        ("localhost:8717", "http://localhost:port", False),
    ],
)
def test_only_the_houses_own_origin_at_its_own_port_is_served(
    empty: TestClient, host: str, origin: str, good: bool
) -> None:
    answer = empty.post("/api/riders", json={"name": "x"}, headers={"Origin": origin, "Host": host})
    assert (answer.status_code, len(empty.get("/api/riders").json())) == ((200, 1) if good else (403, 0))


def test_what_another_site_could_send_unasked_needs_proof(demo: TestClient) -> None:
    own = {"Origin": "http://testserver"}
    fit = demo.get("/api/fits").json()[0]["id"]
    picture = {"file": ("x.png", b"no picture", "image/png")}
    plain = TestClient(demo.app, raise_server_exceptions=False)
    for write in (
        lambda h: plain.post(f"/api/fits/{fit}/photos", files=picture, headers=h),
        lambda h: plain.delete("/api/shelves/parts/1", headers=h),
        lambda h: plain.post("/api/riders", content=b'{"name": "x"}', headers={"Content-Type": "text/plain", **h}),
    ):
        refused = write({})
        assert (refused.status_code, refused.json()["code"]) == (403, "proof")
        assert write({"Sec-Fetch-Site": "cross-site", "Waymark-Request": "1"}).json()["code"] == "proof"
        assert write(own).status_code != 403
        assert write({"Waymark-Request": "1"}).status_code != 403


def test_the_loopbacks_names_are_answered_to_from_this_machine_only(store: Store) -> None:
    app = make_app(store, ["fitroom.lan"])
    for client, host, good in (
        (("127.0.0.1", 5000), "localhost:8717", True),
        (("::1", 5000), "[::1]:8717", True),
        (("::ffff:127.0.0.1", 5000), "localhost", True),
        (("192.168.1.7", 5000), "localhost:8717", False),
        (("192.168.1.7", 5000), "127.0.0.1", False),
        (("192.168.1.7", 5000), "fitroom.lan:8717", True),
        (("nonsense", 5000), "localhost", False),
    ):
        answer = TestClient(app, client=client).get("/api/fits", headers={"Host": host})
        assert answer.status_code == (200 if good else 403), (client, host)


def test_answers_of_the_api_are_never_stored(demo: TestClient) -> None:
    for path in ("/api/fits", "/api/riders", "/api/nothing"):
        assert demo.get(path).headers["cache-control"] == "no-store"


def test_a_name_given_is_answered_to(store: Store) -> None:
    with TestClient(make_app(store, ["fitroom.lan"])) as client:
        assert client.get("/api/fits", headers={"Host": "fitroom.lan"}).status_code == 200


def test_every_answer_carries_the_strict_headers(empty: TestClient) -> None:
    for path in ("/api/fits", "/api/nothing", "/", "/frames"):
        headers = empty.get(path).headers
        policy = headers["content-security-policy"]
        assert "script-src 'self'" in policy
        assert "unsafe" not in policy
        assert headers["x-content-type-options"] == "nosniff"
    refused = empty.get("/api/fits", headers={"Host": "evil.example"})
    assert "content-security-policy" in refused.headers


def test_a_body_without_its_length_is_still_bounded(empty: TestClient) -> None:
    def stream():
        for _ in range(60):
            yield b"x" * 100_000

    answer = empty.post("/api/fits/import", content=stream(), headers={"Content-Type": "application/json"})
    assert answer.status_code == 413
    assert answer.json()["code"] == "too_large"


@pytest.mark.parametrize("length", ["99999999999", "ten", "-5"])
def test_lying_lengths_are_refused(empty: TestClient, length: str) -> None:
    answer = empty.post("/api/riders", content=b"{}", headers={"Content-Length": length})
    assert answer.status_code == 413


def test_unknown_addresses(empty: TestClient) -> None:
    answer = empty.get("/api/no/such/thing")
    assert answer.status_code == 404
    assert answer.json()["code"] == "not_found"
    assert empty.post("/api/fits/1").status_code in (404, 405)


@pytest.fixture
def front(store: Store, tmp_path: Path) -> TestClient:
    """A room with a front end of two files."""
    static = tmp_path / "static"
    (static / "assets").mkdir(parents=True)
    (static / "index.html").write_text("<title>Waymark</title>")
    (static / "assets" / "app-1234.js").write_text("1" * 5000)
    (tmp_path / "secret.txt").write_text("secret")
    return TestClient(make_app(store, static=static))


def test_front_end_files_and_addresses(front: TestClient) -> None:
    assert "<title>Waymark" in front.get("/fits/3/goal").text
    assert front.get("/").headers["cache-control"] == "no-cache"
    script = front.get("/assets/app-1234.js", headers={"Accept-Encoding": "gzip"})
    assert "immutable" in script.headers["cache-control"]
    assert script.headers["content-encoding"] == "gzip"


@pytest.mark.parametrize(
    "path", ["/../secret.txt", "/%2e%2e/secret.txt", "/assets/../../secret.txt", "/..%2fsecret.txt", "/%00"]
)
def test_nothing_outside_the_front_end_is_served(front: TestClient, path: str) -> None:
    assert "secret" not in front.get(path).text


def test_an_unbuilt_front_end_is_said(store: Store, tmp_path: Path) -> None:
    answer = TestClient(make_app(store, static=tmp_path / "none")).get("/")
    assert answer.status_code == 503
    assert "make setup" in answer.json()["message"]

"""What recording costs: ten minutes of four devices that send ten packets a second, as a browser passes them on.

Prints how much of one core the serving process takes for it, how many packets that were answered for are not in the store
(0), and the bytes a packet takes there.
"""

from __future__ import annotations

import os
import socket
import subprocess
import sys
import tempfile
from pathlib import Path
from typing import Any

import httpx2

from waymark.cli.main import seed
from waymark.core.link import encode
from waymark.rooms.live.readings import unpacked
from waymark.rooms.live.tables import ChunkRow
from waymark.storage import open_store, upgrade

MINUTES, DEVICES, A_SECOND, A_BATCH = 10, 4, 10, 4
WAYMARK = Path(sys.executable).parent / "waymark"
TRIAL = {
    "do": "ride.trial",
    "on": "2026-03-09",
    "differs": "crank",
    "treatments": ["170", "165"],
    "blocks": 1,
    "seed": 1,
    "minutes": 60,
    "measured": ["power_w"],
}


def cpu_s(process: int) -> float:
    """CPU seconds a process has taken."""
    fields = Path(f"/proc/{process}/stat").read_text().rsplit(")", 1)[1].split()
    return (int(fields[11]) + int(fields[12])) / os.sysconf("SC_CLK_TCK")


def answering(client: httpx2.Client) -> dict[str, Any]:
    """The Ride post's sheet once the room answers."""
    while True:
        try:
            found: dict[str, Any] = client.get("/sheet", params={"view": "ride"}).json()
            return found
        except httpx2.ConnectError:
            continue


def ride(client: httpx2.Client, trial: int) -> int:
    """Send everything, with a look after each batch of all devices; how many packets were answered for."""
    packet, answered = encode("2AD2", {"speed_kmh": 31.2, "cadence_rpm": 88.0, "power_w": 181}).hex(), 0
    packets = [{"hex": packet, "age_ms": A_BATCH - 1.0 - i} for i in range(A_BATCH)]
    sent = [{"device": f"device {i}", "characteristic": "2AD2", "packets": packets} for i in range(DEVICES)]
    for _ in range(MINUTES * 60 * A_SECOND // A_BATCH):
        answer = client.post("/live/packets", json={"sent": sent}).json()
        answered += answer["taken"] if answer["kept"] else 0
        client.get("/live", params={"trial": trial})
    return answered


def main() -> None:
    """Ride and count."""
    with tempfile.TemporaryDirectory() as folder, socket.socket() as probe:
        data = Path(folder) / "live.sqlite3"
        store = open_store(data)
        upgrade(store)
        seed(store)
        probe.bind(("127.0.0.1", 0))
        port = probe.getsockname()[1]
        probe.close()
        command = [WAYMARK, "serve", "--data", str(data), "--port", str(port)]
        serving = subprocess.Popen(command, stdout=subprocess.DEVNULL)  # noqa: S603 - our own command
        headers, base = {"Waymark-Request": "1"}, f"http://127.0.0.1:{port}/api/fits/6"
        with httpx2.Client(base_url=base, headers=headers, timeout=30) as client:
            head = answering(client)["revision"]
            client.post("/changes", json={"base_revision": head, "commands": [TRIAL], "view": "ride"})
            trial = answering(client)["ride"]["trial"]["trial"]["id"]
            client.post(f"/trials/{trial}/begin", json={"run": 0})
            before = cpu_s(serving.pid)
            answered = ride(client, trial)
            spent = cpu_s(serving.pid) - before
        serving.kill()
        serving.wait()
        with store.looking() as session:
            bodies = [row.body for row in session.query(ChunkRow).where(ChunkRow.recording_id > 1)]
        store.close()
    kept = sum(1 for body in bodies for _, frame in unpacked(body) if frame.kind == 1)
    print(f"live: {spent / (MINUTES * 60):.3f} of one core while {DEVICES} devices send and one screen looks on")
    print(f"live: {answered} of {MINUTES * 60 * A_SECOND * DEVICES} answered for, {answered - kept} not in the store")
    print(f"live: {sum(map(len, bodies)) / kept:.1f} bytes a packet")


if __name__ == "__main__":
    main()

"""Packets of trainers and heart-rate straps: known bytes, there and back for every flag, and broken ones refused."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from waymark.core.errors import InputError
from waymark.core.link import decode, encode

BIKE = {
    "speed_kmh": st.integers(0, 65535).map(lambda n: round(n / 100, 2)),
    "average_speed_kmh": st.integers(0, 65535).map(lambda n: round(n / 100, 2)),
    "cadence_rpm": st.integers(0, 65535).map(lambda n: n / 2),
    "average_cadence_rpm": st.integers(0, 65535).map(lambda n: n / 2),
    "distance_m": st.integers(0, 2**24 - 1), "resistance": st.integers(-32768, 32767),
    "power_w": st.integers(-32768, 32767), "average_power_w": st.integers(-32768, 32767),
    "energy_kcal": st.integers(0, 65534), "energy_per_hour_kcal": st.integers(0, 65534),
    "energy_per_minute_kcal": st.integers(0, 254), "heart_rate_bpm": st.integers(0, 255),
    "metabolic_equivalent": st.integers(0, 255).map(lambda n: round(n / 10, 1)),
    "elapsed_s": st.integers(0, 65535), "remaining_s": st.integers(0, 65535),
}  # fmt: skip


def test_a_bike_packet_written_out_by_hand() -> None:
    # Flags 0x0044: speed (bit 0 clear), cadence, power. 25.00 km/h, 90 a minute, 250 W.
    packet = bytes.fromhex("4400c409b400fa00")
    says = {"more_data": False, "speed_kmh": 25.0, "cadence_rpm": 90.0, "power_w": 250}
    assert decode("2AD2", packet) == says
    assert encode("2AD2", says) == packet
    # No speed: bit 0 set. Power below 0, energy of which only the total is known, 24 bits of metres.
    packet = bytes.fromhex("510140e201f6ff0a00ffffff")
    assert decode("2AD2", packet) == {
        "more_data": True,
        "distance_m": 123456,
        "power_w": -10,
        "energy_kcal": 10,
    }
    assert encode("2AD2", {"distance_m": 123456, "power_w": -10, "energy_kcal": 10}) == packet


def test_a_heart_rate_packet_written_out_by_hand() -> None:
    packet = bytes.fromhex("1e48e80300040003")
    says = {"heart_rate_bpm": 72, "contact": "good", "energy_kj": 1000, "intervals_s": [1.0, 0.75]}
    assert decode("2A37", packet) == says
    assert encode("2A37", says) == packet
    assert encode("2A37", {"heart_rate_bpm": 255}) == bytes.fromhex("00ff")
    assert encode("2A37", {"heart_rate_bpm": 256, "contact": "none"}) == bytes.fromhex("050001")
    assert decode("2A37", bytes.fromhex("0248")) == {"heart_rate_bpm": 72, "contact": "unsupported"}


@given(st.fixed_dictionaries({}, optional=BIKE))
def test_every_set_of_bike_fields_comes_back(fields: dict[str, float]) -> None:
    packet = encode("2AD2", fields)
    assert decode("2AD2", packet) == {"more_data": "speed_kmh" not in fields, **fields}
    assert encode("2AD2", decode("2AD2", packet)) == packet
    # One byte fewer or more is another packet than its flags say.
    for broken in (packet[:-1], packet + b"\0"):
        with pytest.raises(InputError):
            decode("2AD2", broken)


@given(
    st.fixed_dictionaries(
        {
            "heart_rate_bpm": st.integers(0, 65535),
            "contact": st.sampled_from(["unsupported", "none", "good"]),
        },
        optional={
            "energy_kj": st.integers(0, 65535),
            "intervals_s": st.lists(st.integers(0, 65535).map(lambda n: n / 1024), max_size=9),
        },
    )
)
def test_every_set_of_heart_rate_fields_comes_back(fields: dict[str, object]) -> None:
    packet = encode("2A37", fields)
    assert decode("2A37", packet) == fields
    assert packet[0] & 1 == (fields["heart_rate_bpm"] > 255)


@given(st.sampled_from(["2AD2", "2A37"]), st.binary(max_size=40))
def test_any_bytes_at_all_are_read_or_refused(characteristic: str, packet: bytes) -> None:
    try:
        fields = decode(characteristic, packet)
    except InputError as wrong:
        assert wrong.field == "hex"
        return
    again = decode(characteristic, encode(characteristic, fields))
    assert again == fields


@pytest.mark.parametrize(
    ("characteristic", "fields", "field"),
    [
        ("2AD2", {"speed_kmh": 655.36}, "fields.speed_kmh"),
        ("2AD2", {"power_w": 40000}, "fields.power_w"),
        ("2AD2", {"energy_kcal": 65535}, "fields.energy_kcal"),
        ("2AD2", {"heart_rate_bpm": 256}, "fields.heart_rate_bpm"),
        ("2AD2", {"cadence_rpm": -1}, "fields.cadence_rpm"),
        ("2AD2", {"cadence_rpm": "90"}, "fields.cadence_rpm"),
        ("2AD2", {"speed_kmh": 20, "more_data": True}, "fields.more_data"),
        ("2AD2", {"watts": 1}, "fields.watts"),
        ("2AD2", {"power_w": float("nan")}, "fields.power_w"),
        ("2AD2", {"power_w": 10**400}, "fields.power_w"),
        ("2A37", {}, "fields.heart_rate_bpm"),
        ("2A37", {"heart_rate_bpm": 70, "contact": "bad"}, "fields.contact"),
        ("2A37", {"heart_rate_bpm": 70, "intervals_s": 1}, "fields.intervals_s"),
        ("2A37", {"heart_rate_bpm": 70, "intervals_s": [64.0]}, "fields.intervals_s"),
    ],
)
def test_a_value_that_does_not_fit_names_its_field(characteristic: str, fields: dict, field: str) -> None:
    with pytest.raises(InputError) as wrong:
        encode(characteristic, fields)
    assert wrong.value.field == field


@pytest.mark.parametrize(
    ("characteristic", "packet", "says"),
    [
        ("2AD2", "", "too short"),
        ("2AD2", "44", "too short"),
        ("2AD2", "0020c409", "no known meaning"),
        ("2AD2", "4400c409b4", "too short"),
        ("2AD2", "0000c40900", "longer"),
        ("2A37", "", "too short"),
        ("2A37", "2048", "no known meaning"),
        ("2A37", "1048aa", "too short"),
        ("2A37", "004800", "longer"),
    ],
)
def test_broken_packets_are_refused_in_words(characteristic: str, packet: str, says: str) -> None:
    with pytest.raises(InputError, match=says):
        decode(characteristic, bytes.fromhex(packet))

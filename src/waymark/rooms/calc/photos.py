"""A photograph as an open calculation."""

from __future__ import annotations

from dataclasses import asdict

from waymark.core.photo import Click, Judged, Photograph, WheelSize, judge_photo
from waymark.core.photo.model import JOINTS
from waymark.rooms.calc import photo_schemas as s


def photo_marks(q: s.PhotoIn) -> s.PhotoOut:
    """The marks on a side photograph, with their joint covariance."""
    found = judge_photo(_photograph(q))
    fitted, places = found.fitted, found.fitted.scene.photo.places()
    return s.PhotoOut(
        verdict=found.verdict,
        flags=[s.FlagOut(code=f.code, refuse=f.refuse) for f in found.flags],
        suspect=found.suspect,
        marks=_marks(found),
        covariance=s.CovarianceOut(order=list(found.order), matrix=found.covariance.tolist()),
        camera=s.CameraOut(**asdict(found.camera)),
        wheelbase_mm=fitted.value("W"),
        wheelbase_sd_mm=fitted.sd("W"),
        residuals=[
            s.ResidualOut(
                id=row.key,
                what=row.what,
                residual_px=float(fitted.residuals[i]) * row.sd,
                redundancy=float(fitted.cofactor[i, i]),
            )
            for i, row in enumerate(fitted.rows)
            if row.what != "known"
        ],
        helps=[s.HelpOut(**asdict(h)) for h in found.helps],
        joints={j: s.JointOut(x_mm=found.mark(j).x_mm, y_mm=found.mark(j).y_mm) for j in JOINTS if j in places},
        angles={name: s.SureOut(value=a.value, sd=a.sd) for name, a in found.angles.items()},
        degrees_of_freedom=fitted.freedom,
        variance_factor=found.variance_factor,
    )


def _photograph(q: s.PhotoIn) -> Photograph:
    clicks = tuple(Click(c.id, c.at, c.u_px, c.v_px, c.sd_px, c.z_mm, c.sd_z_mm, c.far) for c in q.clicks)
    same = q.model_dump(exclude={"outline", "rear", "front", "clicks"})
    rear, front = WheelSize(**q.rear.model_dump()), WheelSize(**q.front.model_dump())
    return Photograph(edge=q.outline, rear=rear, front=front, clicks=clicks, **same)


def _marks(found: Judged) -> dict[str, s.PhotoMark]:
    made: dict[str, s.PhotoMark] = {}
    for name in found.fitted.scene.marks:
        at, i = found.mark(name), found.order.index(f"{name}_x_mm")
        cov = found.covariance[i : i + 2, i : i + 2]
        made[name] = s.PhotoMark(
            x_mm=at.x_mm,
            y_mm=at.y_mm,
            sd_x_mm=float(cov[0, 0]) ** 0.5,
            sd_y_mm=float(cov[1, 1]) ** 0.5,
            cov=cov.tolist(),
        )
    return made

"""What items in roles come to, worked out by shapely from the list alone, and what the exported DXF says.

Standard input: a list of {plate, items: [{role, by, width, height, x, y}], dxf}; the plate as a box, items about their
middles. Prints for each the areas of material and of engraving, ours and expected, mm2, and how much of the one is not
in the other.
"""
import io
import json
import sys

import ezdxf
import ezdxf.path
from shapely.geometry import Point, Polygon, box

FLATTENING = 0.001  # mm


def outline(item):
    if item["by"] == "round":
        return Point(item["x"], item["y"]).buffer(item["width"] / 2, resolution=512)
    w, h = item["width"] / 2, item["height"] / 2
    return box(item["x"] - w, item["y"] - h, item["x"] + w, item["y"] + h)


def expected(job):
    material, engraved = box(*job["plate"]), Polygon()
    for item in job["items"]:
        shape, role = outline(item), item["role"]
        if role == "material":
            material = material.union(shape)
        if role == "opening":
            material, engraved = material.difference(shape), engraved.difference(shape)
        if role == "engraved":
            engraved = engraved.union(shape)
        if role == "standing":
            engraved = engraved.difference(shape)
    return material, engraved


def drawn(dxf, layers):
    lines = []
    for entity in ezdxf.read(io.StringIO(dxf)).modelspace():
        if entity.dxf.layer in layers:
            points = [(p.x, p.y) for p in ezdxf.path.make_path(entity).flattening(FLATTENING, segments=8)]
            lines.append(Polygon(points))
    # Holes are told by nesting: what lies in an even number of outlines is none.
    result = Polygon()
    for ring in sorted(lines, key=lambda polygon: -polygon.area):
        result = result.symmetric_difference(ring.buffer(0))
    return result


verdicts = []
for job in json.load(sys.stdin):
    material, engraved = expected(job)
    ours = drawn(job["dxf"], job["cut"]), drawn(job["dxf"], job["engrave"])
    verdicts.append(
        {
            "areas": [material.area, engraved.area],
            "apart": [a.symmetric_difference(b).area for a, b in zip((material, engraved), ours)],
        }
    )
print(json.dumps(verdicts))

"""Judges fills by shapely: what of an area is covered, what is missed, and how far strokes leave it.

fills.py judge AREAS.json FILL.json WIDTH: AREAS.json has rings { areas: [[[x, y], ...], ...] } of one area by the
even-odd rule, in the frame of the strokes. Prints figures as JSON.
"""

import json
import sys

from shapely.geometry import LineString, Point, Polygon
from shapely.ops import unary_union


def area_of(rings):
    """The area by the even-odd rule."""
    whole = Polygon()
    for ring in rings:
        whole = whole.symmetric_difference(Polygon(ring).buffer(0))
    return whole


def judge(areas, fill, width):
    radius = width / 2
    region = area_of(areas)
    reach = region.buffer(-radius, resolution=64)
    reachable = reach.buffer(radius, resolution=64)
    lines = []
    for stroke in fill["strokes"]:
        points = stroke["points"]
        lines.append(LineString(points) if len(points) > 1 else Point(points[0]))
    band = unary_union([each.buffer(radius, resolution=32) for each in lines]) if lines else Polygon()
    missed = reachable.difference(band.buffer(1e-4))
    parts = [each for each in getattr(missed, "geoms", [missed]) if each.area > 0]
    outside = band.difference(region.buffer(0.002))
    far = 0.0
    for part in [each for each in getattr(outside, "geoms", [outside]) if each.area > 1e-9]:
        far = max([far] + [region.distance(Point(xy)) for xy in part.exterior.coords])
    # A missed place is as wide as it outlives being shrunk.
    spots = [each for each in parts if not each.buffer(-0.01 * width).is_empty]
    return {
        "covered": 1 - missed.area / reachable.area if reachable.area > 0 else 1,
        "specks": sum(1 for each in parts if each.area > 0.02),
        "spots": len(spots),
        "overshoot": far,
        "strokes": len(lines),
        "parts": len(getattr(reach, "geoms", [reach])),
        "length": sum(each.length for each in lines),
        "area": region.area,
    }


if __name__ == "__main__":
    areas = json.load(open(sys.argv[2]))["areas"]
    fill = json.load(open(sys.argv[3]))
    print(json.dumps(judge(areas, fill, float(sys.argv[4]))))

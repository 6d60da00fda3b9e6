"""Judges fills by shapely: what of an area is covered, what is missed, and how far strokes leave it.

fills.py judge [AREAS.json FILL.json WIDTH] ...: AREAS.json has rings { areas: [[[x, y], ...], ...] } of one area by
the even-odd rule, in the frame of the strokes. Prints a list of figures as JSON.

fills.py released EDGES.dxf FILLED.dxf LAYER=WIDTH ...: a job released twice, its areas once as their edges and once
filled by tools of these widths. Prints how much of what the narrowest reaches all of them cover, as JSON.
"""

import json
import sys

import ezdxf
import ezdxf.path
from shapely.geometry import LineString, Point, Polygon
from shapely.ops import unary_union


# Strokes are told within twice this, mm.
OFF = 0.001


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
    # A missed place is as wide as it outlives being shrunk, which none does that has less room than that.
    wide = 0.01 * width
    spots = [each for each in parts if each.area > 3 * wide**2 and not each.buffer(-wide).is_empty]
    return {
        "covered": 1 - missed.area / reachable.area if reachable.area > 0 else 1,
        # What lines and arcs are off along a wall is no place.
        "specks": sum(1 for each in parts if each.area > 0.02 and not each.buffer(-OFF).is_empty),
        "spots": len(spots),
        "overshoot": far,
        "strokes": len(lines),
        "parts": len(getattr(reach, "geoms", [reach])),
        "length": sum(each.length for each in lines),
        "area": region.area,
    }


def lines_of(file, is_on):
    """What a DXF has on some layers, as lists of points."""
    return [
        [(p.x, p.y) for p in ezdxf.path.make_path(entity).flattening(0.001, segments=8)]
        for entity in ezdxf.readfile(file).modelspace()
        if is_on(entity.dxf.layer)
    ]


def released(edges, filled, tools):
    region = area_of(lines_of(edges, lambda layer: layer.startswith("ENGRAVE")))
    radius = min(tools.values()) / 2
    reachable = region.buffer(-radius, resolution=64).buffer(radius, resolution=64)
    bands = [
        LineString(points).buffer(width / 2, resolution=32)
        for own, width in tools.items()
        for points in lines_of(filled, lambda layer: layer == own)
    ]
    band = unary_union(bands)
    return {
        "covered": band.intersection(reachable).area / reachable.area,
        # Edges are within the tolerance of a release, strokes within half of that.
        "outside": band.difference(region.buffer(0.015)).area,
        "lines": len(bands),
    }


if __name__ == "__main__" and sys.argv[1] == "released":
    widths = dict(each.split("=") for each in sys.argv[4:])
    print(json.dumps(released(sys.argv[2], sys.argv[3], {layer: float(mm) for layer, mm in widths.items()})))
elif __name__ == "__main__":
    asked = [sys.argv[i : i + 3] for i in range(2, len(sys.argv), 3)]
    judged = [
        judge(json.load(open(areas))["areas"], json.load(open(fill)), float(width)) for areas, fill, width in asked
    ]
    print(json.dumps(judged))

"""What shapes and plates are by their words, drawn by shapely, against what released DXF files say.

Argument: a folder with a folder for each job that `needlefile build` wrote. Standard input: a list of {name, by, ...}.
Prints for each how large it is and how much of the one is not in the other, mm2, and how far apart their edges are, mm.
"""
import glob
import json
import math
import os
import sys

import ezdxf
import ezdxf.path
from shapely import affinity
from shapely.geometry import LineString, Point, Polygon, box
from shapely.ops import unary_union

FLATTENING = 0.0005  # mm
FINE = {"resolution": 256}


def rectangle(w, h):
    return box(-w / 2, -h / 2, w / 2, h / 2)


def disc(x, y, diameter):
    return Point(x, y).buffer(diameter / 2, **FINE)


def corners_of(w, h):
    return [(x * w / 2, y * h / 2) for x in (-1, 1) for y in (-1, 1)]


def worked(w, h, work, by):
    """A rectangle with its corners worked, each by what is taken off."""
    whole = rectangle(w, h)
    if work == "round":
        return rectangle(w - 2 * by, h - 2 * by).buffer(by, **FINE) if by else whole
    for x, y in corners_of(w, h):
        if work == "chamfered":
            inward = [(x, y), (x - math.copysign(by, x), y), (x, y - math.copysign(by, y))]
            whole = whole.difference(Polygon(inward))
        if work == "notched":
            whole = whole.difference(box(x - by, y - by, x + by, y + by))
        if work == "scooped":
            whole = whole.difference(disc(x, y, 2 * by))
    return whole


def regular(count, radius, first, dents=None):
    points = []
    for i in range(count):
        a = math.radians(first + 360 * i / count)
        points.append((radius * math.cos(a), radius * math.sin(a)))
        if dents:
            b = math.radians(first + 360 * (i + 0.5) / count)
            points.append((dents * math.cos(b), dents * math.sin(b)))
    return Polygon(points)


def rounded(polygon, radius):
    """Convex corners rounded."""
    return polygon.buffer(-radius, join_style=2).buffer(radius, **FINE) if radius else polygon


def arch(w, h, rise):
    """A board under a piece of a disc that rises so far."""
    radius = ((w / 2) ** 2 + rise**2) / (2 * rise)
    top = disc(0, h / 2 - radius, 2 * radius).intersection(box(-w, h / 2 - rise, w, h))
    return unary_union([box(-w / 2, -h / 2, w / 2, h / 2 - rise), top])


def arc_line(radius, start, sweep):
    steps = 2000
    angles = [math.radians(start + sweep * i / steps) for i in range(steps + 1)]
    return LineString([(radius * math.cos(a), radius * math.sin(a)) for a in angles])


def shape(o):
    kind = o["by"]
    if kind == "rectangle":
        return worked(o["width"], o["height"], o.get("corners", "round"), o.get("cornerRadius", 0))
    if kind == "round":
        return disc(0, 0, o["diameter"])
    if kind == "oval":
        return affinity.scale(disc(0, 0, 1), o["width"], o["height"], origin=(0, 0))
    if kind == "polygon":
        turned = regular(o["sides"], o["diameter"] / 2, -90 + 180 / o["sides"])
        return rounded(turned, o.get("cornerRadius", 0))
    if kind == "star":
        return regular(o["points"], o["diameter"] / 2, 90, o["diameter"] / 2 * o["inner"])
    if kind == "arrow":
        w, h, neck = o["width"] / 2, o["height"] / 2, o["width"] / 2 - o["head"]
        return unary_union([Polygon([(neck, -h), (w, 0), (neck, h)]), box(-w, -o["shaft"] / 2, neck, o["shaft"] / 2)])
    if kind == "rule":
        w, t = o["width"], o["thickness"]
        if o["ends"] == "round":
            return LineString([(t / 2 - w / 2, 0), (w / 2 - t / 2, 0)]).buffer(t / 2, **FINE)
        if o["ends"] == "pointed":
            return Polygon(
                [(-w / 2, 0), (t / 2 - w / 2, -t / 2), (w / 2 - t / 2, -t / 2), (w / 2, 0)]
                + [(w / 2 - t / 2, t / 2), (t / 2 - w / 2, t / 2)]
            )
        return rectangle(w, t)
    if kind == "arc":
        cap = 1 if o["ends"] == "round" else 2
        return arc_line(o["radius"], o["from"], o["sweep"]).buffer(o["thickness"] / 2, cap_style=cap, **FINE)
    if kind == "stake":
        w, h, r = o["width"] / 2, o["height"] / 2, o["cornerRadius"]
        board = worked(2 * w, 2 * h, "round", r).union(box(-w, -h, w, h - r - 1))
        return board.difference(Polygon([(-w, -h), (0, -h), (-w, o["point"] - h)])).difference(
            Polygon([(w, -h), (0, -h), (w, o["point"] - h)])
        )
    if kind == "slot":
        w, h = o["width"], o["height"]
        return LineString([(h / 2 - w / 2, 0), (w / 2 - h / 2, 0)]).buffer(h / 2, **FINE)
    if kind == "keyhole":
        head = o["height"] / 2 - o["diameter"] / 2
        foot = -o["height"] / 2 + o["slot"] / 2
        return disc(0, head, o["diameter"]).union(LineString([(0, foot), (0, head)]).buffer(o["slot"] / 2, **FINE))
    if kind == "tag":
        w, h, c = o["width"] / 2, o["height"] / 2, o["corner"]
        label = Polygon([(c - w, -h), (w, -h), (w, h), (c - w, h), (-w, h - c), (-w, c - h)])
        return label.difference(disc(o["inset"] - w, 0, o["hole"]))
    if kind == "arch":
        return arch(o["width"], o["height"], o["rise"])
    if kind == "ring":
        return disc(0, 0, o["diameter"]).difference(disc(0, 0, o["inner"]))
    if kind == "path":
        points = [(node["x"], node["y"]) for node in o["nodes"]]
        return LineString(points).buffer(o["thickness"] / 2, **FINE) if o["thickness"] else Polygon(points)
    if kind == "plate":
        body = shape(o["outline"])
        for x, y in o["holes"]:
            body = body.difference(disc(x, y, o["hole"]))
        return body.difference(shape(o["opening"]))
    raise ValueError(kind)


def drawn(path):
    rings = []
    for entity in ezdxf.readfile(path).modelspace():
        if entity.dxf.layer.startswith("CUT"):
            points = [(p.x, p.y) for p in ezdxf.path.make_path(entity).flattening(FLATTENING, segments=16)]
            rings.append(Polygon(points).buffer(0))
    result = Polygon()
    for ring in sorted(rings, key=lambda polygon: -polygon.area):
        result = result.symmetric_difference(ring)
    return result


def centred(polygon):
    minx, miny, maxx, maxy = polygon.bounds
    return affinity.translate(polygon, -(minx + maxx) / 2, -(miny + maxy) / 2)


verdicts = []
for i, outline in enumerate(json.load(sys.stdin)):
    (dxf,) = glob.glob(os.path.join(sys.argv[1], f"out{i}", "*.dxf"))
    ours, wanted = centred(drawn(dxf)), centred(shape(outline))
    verdicts.append(
        {
            "area": wanted.area,
            "apart": ours.symmetric_difference(wanted).area,
            "edges": ours.boundary.hausdorff_distance(wanted.boundary),
        }
    )
print(json.dumps(verdicts))

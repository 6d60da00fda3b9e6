"""DXF files of every kind of line and area, made by ezdxf at random, and what ezdxf itself finds in them.

Arguments: a folder, a seed, how many files. Writes the files there, and prints a list of {file, box, length, area}:
the box round all lines, how long they are, in the file's units, and how large an area its hatches and solids are.
"""
import json
import math
import os
import random
import sys

import ezdxf
import ezdxf.path
from ezdxf.math import Vec3
from shapely.geometry import Polygon
from shapely.ops import unary_union

FLATTENING = 0.0003
STEPS = 1200

folder, seed = sys.argv[1], int(sys.argv[2])
dice = random.Random(seed)


def at(size=100):
    return (dice.uniform(-size, size), dice.uniform(-size, size))


def mirrored():
    return {"extrusion": (0, 0, -1)} if dice.random() < 0.4 else {}


def line(space):
    space.add_line(at(), at(), dxfattribs=mirrored())


def arc(space):
    space.add_arc(at(), dice.uniform(1, 40), dice.uniform(0, 360), dice.uniform(0, 360), dxfattribs=mirrored())


def circle(space):
    space.add_circle(at(), dice.uniform(1, 40), dxfattribs=mirrored())


def tilted(space):
    space.add_circle(at(), dice.uniform(5, 40), dxfattribs={"extrusion": (0.3, -0.2, 0.8)})


def ellipse(space):
    turn = dice.uniform(0, 2 * math.pi)
    major = (30 * math.cos(turn), 30 * math.sin(turn))
    span = (dice.uniform(0, 3), dice.uniform(3.5, 6)) if dice.random() < 0.7 else (0, 2 * math.pi)
    space.add_ellipse(at(), major, dice.uniform(0.1, 1), *span, dxfattribs=mirrored())


def corners():
    return [(*at(), 0, 0, dice.choice([0, 0, dice.uniform(-2, 2)])) for _ in range(dice.randint(2, 9))]


def light(space):
    space.add_lwpolyline(corners(), close=dice.random() < 0.5, dxfattribs=mirrored())


def heavy(space):
    space.add_polyline2d(corners(), format="xyseb", close=dice.random() < 0.5, dxfattribs=mirrored())


def in_space(space):
    space.add_polyline3d([(*at(), 0) for _ in range(5)], close=dice.random() < 0.5)


def spline(space):
    count = dice.randint(5, 12)
    points = [(*at(), 0) for _ in range(count)]
    kind = dice.randrange(4)
    degree = dice.randint(1, min(5, count - 1)) if kind == 0 else 3
    own = space.add_spline()
    if kind == 0:
        own.set_open_uniform(points, degree)
    elif kind == 1:
        own.set_closed(points, degree)
    elif kind == 2:
        own.set_open_rational(points, [dice.uniform(0.5, 3) for _ in points], degree)
    else:
        own.dxf.degree = degree
        own.control_points = points
        own.knots = [0] * 4 + sorted(dice.uniform(0, 9) for _ in range(count - 4)) + [9] * 4


def ring(space):
    x, y = at()
    hatch = space.add_hatch(dxfattribs=mirrored())
    paths = hatch.paths.add_edge_path()
    forwards = dice.random() < 0.5
    paths.add_arc((x, y), 20, 30, 200, ccw=forwards)
    ends = [(x + 20 * math.cos(math.radians(a)), y + 20 * math.sin(math.radians(a))) for a in (30, 200)]
    start, end = (ends[1], ends[0]) if forwards else (ends[0], ends[1])
    paths.add_line(start, (x - 30, y - 30))
    paths.add_line((x - 30, y - 30), end)
    hatch.paths.add_polyline_path([(x, y), (x + 4, y, 1), (x + 4, y + 4)], is_closed=True)


def solid(space):
    x, y = at()
    space.add_solid([(x, y), (x + 10, y + 1), (x - 1, y + 8), (x + 9, y + 9)], dxfattribs=mirrored())


KINDS = [line, arc, circle, tilted, ellipse, light, heavy, in_space, spline, ring, solid]


def inserted(doc, space, deep=0):
    name = f"B{len(doc.blocks)}"
    block = doc.blocks.new(name, base_point=at(20))
    for _ in range(3):
        chosen = dice.choice([kind for kind in KINDS if kind is not tilted])
        made.append(chosen.__name__)
        chosen(block)
    if deep < 2:
        inserted(doc, block, deep + 1)
    even = dice.choice([0.5, 1, 2])
    scale = {"xscale": even * dice.choice([1, -1]), "yscale": even * dice.choice([1, -1]), "zscale": even}
    # A block turned within one that is stretched is slanted, which ezdxf cannot say.
    if deep == 2 and dice.random() < 0.4:
        scale["yscale"] = dice.uniform(0.3, 2)
    # ezdxf leaves the steps of rows within a scaled block unscaled.
    in_rows = deep == 0 and dice.random() < 0.6
    rows = {"row_count": 2, "column_count": 3, "row_spacing": 50, "column_spacing": -30} if in_rows else {}
    insert = space.add_blockref(name, at(), dxfattribs={**scale, **mirrored(), "rotation": dice.uniform(0, 360)})
    for key, value in rows.items():
        insert.dxf.set(key, value)


def on_spline(entity):
    """Points of a spline by the sum of its basis functions (Cox and de Boor), within knots where they add up to 1."""
    degree, knots = entity.dxf.degree, list(entity.knots)
    points = [Vec3(p) for p in entity.control_points]
    weights = list(entity.weights) or [1] * len(points)

    def basis(i, k, u):
        if k == 0:
            return 1.0 if knots[i] <= u < knots[i + 1] else 0.0
        left, right = knots[i + k] - knots[i], knots[i + k + 1] - knots[i + 1]
        return (basis(i, k - 1, u) * (u - knots[i]) / left if left else 0.0) + (
            basis(i + 1, k - 1, u) * (knots[i + k + 1] - u) / right if right else 0.0
        )

    first, last = knots[degree], knots[len(points)]
    told = []
    for step in range(STEPS):
        u = first + (last - first) * min(step / (STEPS - 1), 1 - 1e-12)
        shares = [basis(i, degree, u) * weights[i] for i in range(len(points))]
        told.append(sum((p * share for p, share in zip(points, shares)), Vec3()) / sum(shares))
    return told


def parts(entities):
    """Every entity by itself, blocks and their rows taken apart by ezdxf."""
    for entity in entities:
        if entity.dxftype() == "INSERT":
            for one in entity.multi_insert() if entity.mcount > 1 else [entity]:
                yield from parts(one.virtual_entities())
        else:
            yield entity


def truth(space):
    length, xs, ys, areas = 0, [], [], []
    for entity in parts(space):
        kind = entity.dxftype()
        if kind in ("HATCH", "SOLID"):
            rings = (
                [list(path.flattening(FLATTENING)) for path in ezdxf.path.from_hatch(entity)]
                if kind == "HATCH"
                else [[Vec3(v) for v in entity.wcs_vertices()]]
            )
            whole = Polygon()
            for points in rings:
                whole = whole.symmetric_difference(Polygon([(p.x, p.y) for p in points]).buffer(0))
            areas.append(whole)
            points = [p for own in rings for p in own]
        else:
            if kind == "SPLINE":
                points = on_spline(entity)
            else:
                points = list(ezdxf.path.make_path(entity).flattening(FLATTENING))
            flat = [Vec3(p.x, p.y) for p in points]
            length += sum(a.distance(b) for a, b in zip(flat, flat[1:]))
        xs += [p.x for p in points]
        ys += [p.y for p in points]
    return {"box": [min(xs), min(ys), max(xs), max(ys)], "length": length, "area": unary_union(areas).area}


told = []
made: list[str] = []
for number in range(int(sys.argv[3])):
    version = dice.choice(["R12", "R2000", "R2010", "R2018"])
    doc = ezdxf.new(version)
    space = doc.modelspace()
    modern = [kind for kind in KINDS if version != "R12" or kind in (line, arc, circle, heavy, in_space, solid)]
    chosen = [KINDS[number % len(KINDS)]] if number < 2 * len(KINDS) else dice.choices(modern, k=6)
    if version == "R12":
        chosen = [kind for kind in chosen if kind in modern] or [arc]
    for kind in chosen:
        kind(space)
    if number % 3 == 0 and version != "R12":
        inserted(doc, space)
    name = f"{number}.dxf"
    kinds = [kind.__name__ for kind in chosen] + made
    made.clear()
    doc.saveas(os.path.join(folder, name), fmt="bin" if number % 4 == 1 else "asc")
    told.append({"file": name, "kinds": kinds, **truth(space)})
print(json.dumps(told))

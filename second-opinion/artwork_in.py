"""Files of artwork with faults of every kind, made at random from outlines that are known, and what was read of them.

`make FOLDER SEED COUNT` writes SVG and DXF files with gaps, doubled lines, lines that run past each other, blocks and
groups mirrored and nested, hidden and white things, units of many kinds; and truth.json with what is in them.
`judge FOLDER OUT` compares the DXF and the SVG that `needlefile read` wrote for each with the known outlines: how large
is what is in the one and not in the other, how far apart their edges are, mm.
"""
import json
import math
import os
import random
import sys
import xml.etree.ElementTree as ElementTree

import ezdxf
import ezdxf.path
from shapely import affinity
from shapely.geometry import Polygon
from shapely.ops import unary_union

FLATTENING = 0.0005
CELL = 60


class Outline:
    """Runs of lines and arcs, mm: ('line', a, b) or ('arc', centre, radius, start, sweep) counter-clockwise."""

    def __init__(self, runs):
        self.runs = runs

    def points(self):
        told = []
        for run in self.runs:
            if run[0] == "line":
                told.append(run[1])
            else:
                _, (x, y), radius, start, sweep = run
                steps = max(2, int(abs(sweep) * math.sqrt(radius / FLATTENING) / 100))
                angles = [math.radians(start + sweep * i / steps) for i in range(steps)]
                told += [(x + radius * math.cos(a), y + radius * math.sin(a)) for a in angles]
        return told


def rounded(dice, x, y):
    w, h, r = dice.uniform(20, 40), dice.uniform(20, 40), dice.uniform(2, 8)
    corners = [(x + w - r, y + r, 270), (x + w - r, y + h - r, 0), (x + r, y + h - r, 90), (x + r, y + r, 180)]
    ends = [(x + w, y + r), (x + w - r, y + h), (x, y + h - r), (x + r, y)]
    starts = [(x + w, y + h - r), (x + r, y + h), (x, y + r), (x + w - r, y)]
    runs = []
    for (cx, cy, angle), end, start in zip(corners, ends, starts):
        runs += [("arc", (cx, cy), r, angle, 90), ("line", end, start)]
    return Outline(runs)


def polygon(dice, x, y):
    count, (cx, cy) = dice.randint(3, 9), (x + 22, y + 22)
    radii = [dice.uniform(12, 22) for _ in range(count)]
    corners = [
        (cx + r * math.cos(2 * math.pi * i / count), cy + r * math.sin(2 * math.pi * i / count))
        for i, r in enumerate(radii)
    ]
    return Outline([("line", a, b) for a, b in zip(corners, corners[1:] + corners[:1])])


def dome(dice, x, y):
    radius, tall = dice.uniform(8, 18), dice.uniform(5, 18)
    cx, cy = x + 20, y + 20
    return Outline(
        [
            ("arc", (cx, cy), radius, 0, 180),
            ("line", (cx - radius, cy), (cx - radius, cy - tall)),
            ("line", (cx - radius, cy - tall), (cx + radius, cy - tall)),
            ("line", (cx + radius, cy - tall), (cx + radius, cy)),
        ]
    )


KINDS = [rounded, polygon, dome]


def shortened(run, at_start, at_end):
    """A run with so much less at its ends, mm; more where negative."""
    if run[0] == "line":
        (ax, ay), (bx, by) = run[1:]
        size = math.hypot(bx - ax, by - ay)
        along = lambda mm: (ax + (bx - ax) * mm / size, ay + (by - ay) * mm / size)
        return ("line", along(at_start), along(size - at_end))
    _, centre, radius, start, sweep = run
    turn = lambda mm: math.degrees(mm / radius)
    return ("arc", centre, radius, start + turn(at_start), sweep - turn(at_start) - turn(at_end))


def end_of(run, last):
    if run[0] == "line":
        return run[2 if last else 1]
    _, (x, y), radius, start, sweep = run
    angle = math.radians(start + (sweep if last else 0))
    return (x + radius * math.cos(angle), y + radius * math.sin(angle))


def is_corner(run, after):
    """Whether two lines meet at an angle that they can run past each other at."""
    if run[0] != "line" or after[0] != "line":
        return False
    ways = [math.atan2(b[1] - a[1], b[0] - a[0]) for _, a, b in (run, after)]
    turn = abs((ways[1] - ways[0] + math.pi) % (2 * math.pi) - math.pi)
    return 0.6 < turn < 2.5


def broken(dice, outline):
    """Loose runs of an outline with faults, and how many of each kind."""
    runs = outline.runs
    cuts = [[0.0, 0.0] for _ in runs]
    faults = {"gaps": [], "overshoots": 0, "doubles": 0}
    for i, run in enumerate(runs):
        k = (i + 1) % len(runs)
        kind = dice.random()
        if kind < 0.45:
            size = dice.choice([0.001, 0.01, 0.1, 0.3]) * dice.uniform(0.5, 1)
            cuts[i][1], cuts[k][0] = size / 2, size / 2
        elif kind < 0.6 and is_corner(run, runs[k]):
            cuts[i][1], cuts[k][0] = -dice.uniform(0.05, 0.3), -dice.uniform(0.05, 0.3)
            faults["overshoots"] += 1
    loose = [shortened(run, *cut) for run, cut in zip(runs, cuts)]
    for i, run in enumerate(loose):
        after = loose[(i + 1) % len(loose)]
        if cuts[i][1] > 0:
            (ax, ay), (bx, by) = end_of(run, True), end_of(after, False)
            if math.hypot(ax - bx, ay - by) > 1e-4:
                faults["gaps"].append(math.hypot(ax - bx, ay - by))
    for run in list(loose):
        if dice.random() < 0.15:
            faults["doubles"] += 1
            loose.append(run)
    dice.shuffle(loose)
    return loose, faults


def layout(dice):
    """Outlines in the cells of a grid, some with another in them."""
    return [dice.choice(KINDS)(dice, CELL * (i % 3), CELL * (i // 3)) for i in range(dice.randint(1, 6))]


def svg(dice, outlines, told):
    unit, mm = dice.choice([("mm", 1), ("cm", 10), ("in", 25.4), ("pt", 25.4 / 72), ("px", 25.4 / 96), ("", 25.4 / 96)])
    per = dice.choice([1, 0.5, 4])  # mm to a unit of the view box
    told["certain"] = unit not in ("px", "")
    wide, tall = 3 * CELL, 2 * CELL
    body, height = [], tall

    def place(p):
        return f"{p[0] / per:.7f} {(height - p[1]) / per:.7f}"

    def path(run):
        a, b = end_of(run, False), end_of(run, True)
        if run[0] == "line":
            if dice.random() < 0.3:
                (x1, y1), (x2, y2) = place(a).split(), place(b).split()
                return f'<line x1="{x1}" y1="{y1}" x2="{x2}" y2="{y2}"/>'
            if dice.random() < 0.3:
                return f'<polyline points="{place(a)},{place(b)}"/>'
            return f'<path d="M{place(a)}L{place(b)}"/>'
        large = 1 if abs(run[4]) > 180 else 0
        return f'<path d="M{place(a)}A{run[2] / per:.7f} {run[2] / per:.7f} 0 {large} 0 {place(b)}"/>'

    for outline in outlines:
        runs, faults = broken(dice, outline)
        add_up(told, faults)
        lines = "".join(path(run) for run in runs)
        if dice.random() < 0.4:
            x, y = dice.uniform(-50, 50), dice.uniform(-50, 50)
            there = f"translate({x} {y}) scale(-1 1)"
            back = f"scale(-1 1) translate({-x} {-y})"
            lines = f'<g transform="{there}"><g transform="{back}">{lines}</g></g>'
        body.append(f'<g id="part{len(body)}">{lines}</g>' if dice.random() < 0.5 else lines)
    extras = ""
    if dice.random() < 0.5:
        extras += '<rect width="100%" height="100%" fill="#fff" stroke="none"/>'
        told["found"]["white"] = 1
    if dice.random() < 0.5:
        extras += '<path style="display:none" d="M0 0L9 9"/><text x="5" y="9">Ghost</text>'
        told["found"].update({"hidden": 1, "text": 1})
    if dice.random() < 0.3:
        extras += '<image href="data:," width="9" height="9"/><path d="M3 3L3 3"/>'
        told["found"].update({"picture": 1, "zero length": 1})
    size = f'width="{wide / mm}{unit}" height="{tall / mm}{unit}" viewBox="0 0 {wide / per} {tall / per}"'
    how = dice.choice(['<g fill="none" stroke="#000">', '<style>g{fill:none;stroke:red}</style><g>'])
    return f'<svg xmlns="http://www.w3.org/2000/svg" {size}>{extras}{how}{"".join(body)}</g></svg>'


def dxf(dice, outlines, told, file):
    version = dice.choice(["R12", "R2000", "R2013"])
    doc = ezdxf.new(version)
    # The oldest release names no unit.
    units, mm = (0, 1) if version == "R12" else dice.choice([(4, 1), (1, 25.4), (5, 10), (0, 1)])
    told["certain"] = units != 0
    doc.header["$INSUNITS"] = units
    space = doc.modelspace()
    doc.layers.add("GHOST").off()

    def draw(where, run, mirrored=False):
        scaled = lambda p: (p[0] / mm * (-1 if mirrored else 1), p[1] / mm)
        a, b = end_of(run, False), end_of(run, True)
        if run[0] == "line":
            if dice.random() < 0.5:
                return where.add_line(scaled(a), scaled(b))
            if version == "R12":
                return where.add_polyline2d([scaled(a), scaled(b)])
            return where.add_lwpolyline([scaled(a), scaled(b)])
        _, centre, radius, start, sweep = run
        if mirrored:
            return where.add_arc(scaled(centre), radius / mm, 180 - start - sweep, 180 - start)
        return where.add_arc(scaled(centre), radius / mm, start, start + sweep)

    for i, outline in enumerate(outlines):
        runs, faults = broken(dice, outline)
        add_up(told, faults)
        if dice.random() < 0.4:
            inner = doc.blocks.new(f"IN{i}")
            outer = doc.blocks.new(f"OUT{i}", base_point=(3, 4))
            for run in runs:
                draw(inner, run, mirrored=True)
            outer.add_blockref(f"IN{i}", (5, 6), dxfattribs={"xscale": -1})
            space.add_blockref(f"OUT{i}", (3 - 5, 4 - 6))
        else:
            for run in runs:
                draw(space, run)
    if dice.random() < 0.5:
        space.add_line((0, 0), (1, 1), dxfattribs={"layer": "GHOST"})
        space.add_text("Ghost")
        told["found"].update({"hidden": 1, "text": 1})
    if dice.random() < 0.5:
        space.add_point((1, 1))
        told["found"]["point"] = 1
    doc.saveas(file, fmt="bin" if dice.random() < 0.2 else "asc")


def add_up(told, faults):
    told["gaps"] += [gap for gap in faults["gaps"]]
    told["overshoots"] += faults["overshoots"]
    told["doubles"] += faults["doubles"]


def make(folder, seed, count):
    dice = random.Random(int(seed))
    truth = []
    for number in range(int(count)):
        outlines = layout(dice)
        told = {"gaps": [], "overshoots": 0, "doubles": 0, "found": {}}
        name = f"{number}.{'svg' if number % 2 else 'dxf'}"
        if number % 2:
            text = svg(dice, outlines, told)
            with open(os.path.join(folder, name), "w", encoding="utf-8") as out:
                out.write(text)
        else:
            dxf(dice, outlines, told, os.path.join(folder, name))
        truth.append({"file": name, **told, "outlines": [outline.points() for outline in outlines]})
    with open(os.path.join(folder, "truth.json"), "w", encoding="utf-8") as out:
        json.dump(truth, out)


def whole_of(rings):
    region = Polygon()
    for ring in rings:
        region = region.symmetric_difference(Polygon(ring).buffer(0)).buffer(0)
    return region


def read_dxf(file):
    doc = ezdxf.readfile(file)
    faults = len(doc.audit().errors)
    closed, others = [], 0
    for entity in doc.modelspace():
        if entity.dxftype() == "CIRCLE" or (entity.dxftype() == "LWPOLYLINE" and entity.closed):
            closed.append([(p.x, p.y) for p in ezdxf.path.make_path(entity).flattening(FLATTENING)])
        else:
            others += 1
    return whole_of(closed), others + faults


def judge(folder, out):
    told = []
    for truth in json.load(open(os.path.join(folder, "truth.json"), encoding="utf-8")):
        expected = unary_union([Polygon(points).buffer(0) for points in truth["outlines"]])
        x, y, *_ = expected.bounds
        expected = affinity.translate(expected, -x, -y)
        found, open_lines = read_dxf(os.path.join(out, os.path.splitext(truth["file"])[0] + ".dxf"))
        told.append(
            {
                "file": truth["file"],
                "area": expected.area,
                "apart": expected.symmetric_difference(found).area,
                "edges": 999 if found.is_empty else expected.boundary.hausdorff_distance(found.boundary),
                "open": open_lines,
            }
        )
    print(json.dumps(told))


{"make": make, "judge": judge}[sys.argv[1]](*sys.argv[2:])

"""Looks at released files with programs that are not ours: ezdxf, shapely, rsvg-convert, mutool and pdftocairo.

Arguments: folders that `needlefile build` wrote. Prints a list of findings as JSON, one entry a folder; the test that
calls this compares them with report.json.
"""
import glob
import json
import math
import os
import re
import struct
import subprocess
import sys
from xml.etree import ElementTree

import ezdxf
import ezdxf.path
import numpy
from shapely.geometry import LineString, Polygon
from shapely.ops import polygonize, unary_union

# Smaller scraps, mm2, are where two libraries round one crossing differently.
DUST = 1e-4


def dxf_lines(doc):
    """Every entity as (layer, points, closed)."""
    lines = []
    for entity in doc.modelspace():
        kind = entity.dxftype()
        closed = kind == "CIRCLE" or (kind == "LWPOLYLINE" and entity.closed)
        lines.append((entity.dxf.layer, entity_points(entity), closed))
    return lines


def entity_points(entity):
    path = ezdxf.path.make_path(entity)
    points = [(path.start.x, path.start.y)]
    for step in path.commands():
        if step.type == ezdxf.path.Command.LINE_TO:
            points.append((step.end.x, step.end.y))
        else:
            points.extend(cubic(points[-1], step.ctrl1, step.ctrl2, step.end))
    return points


def cubic(p, a, b, q):
    # Within 0.003 mm of a bend of 20 mm, whatever its length.
    p, a, b, q = [(each[0], each[1]) for each in (p, a, b, q)]
    steps = max(4, math.ceil(10 * math.sqrt(math.dist(p, a) + math.dist(a, b) + math.dist(b, q))))
    t = numpy.arange(1, steps + 1) / steps
    s = 1 - t
    shares = [s**3, 3 * s * s * t, 3 * s * t * t, t**3]
    x, y = (sum(share * each[k] for share, each in zip(shares, (p, a, b, q))) for k in (0, 1))
    return zip(x.tolist(), y.tolist())


def arc(p, q, r, sweep):
    """Short SVG arc of a circle, y down."""
    dx, dy = q[0] - p[0], q[1] - p[1]
    chord = math.hypot(dx, dy)
    rise = math.sqrt(max(0, r * r - chord * chord / 4))
    side = 1 if sweep else -1
    c = ((p[0] + q[0]) / 2 - side * rise * dy / chord, (p[1] + q[1]) / 2 + side * rise * dx / chord)
    start = math.atan2(p[1] - c[1], p[0] - c[0])
    turn = (math.atan2(q[1] - c[1], q[0] - c[0]) - start) % (2 * math.pi)
    if not sweep:
        turn -= 2 * math.pi
    for i in range(1, 65):
        angle = start + turn * i / 64
        yield (c[0] + r * math.cos(angle), c[1] + r * math.sin(angle))


def path_lines(d, place):
    """Point lists of absolute M, L, C, A, Z path data, each point carried by `place`."""
    lines, points = [], []
    tokens = re.findall(r"[MLCAZHV]|-?[\d.]+(?:e-?\d+)?", d)
    i = 0
    command = ""
    while i < len(tokens):
        if tokens[i].isalpha():
            command = tokens[i]
            i += 1
        if command == "Z":
            if points:
                points.append(points[0])
            continue
        if command not in "MLCA":
            raise ValueError(f"path command {command}")
        count = {"M": 2, "L": 2, "C": 6, "A": 7}[command]
        n = [float(t) for t in tokens[i : i + count]]
        i += count
        if command == "M":
            if len(points) > 1:
                lines.append(points)
            points = [(n[0], n[1])]
        elif command == "L":
            points.append((n[0], n[1]))
        elif command == "C":
            points.extend(cubic(points[-1], n[0:2], n[2:4], n[4:6]))
        else:
            points.extend(arc(points[-1], n[5:7], n[0], n[4] == 1))
    if len(points) > 1:
        lines.append(points)
    return [[place(x, y) for x, y in line] for line in lines]


def distance(a, b):
    """Hausdorff distance between two sets of lines, measured on dense points."""
    return max(one_way(a, b), one_way(b, a))


def one_way(a, b):
    """How far the points of `a` are from `b` at most; only what comes near a line is looked at first."""
    near = 1.0
    starts = numpy.concatenate([line[:-1] for line in b])
    ends = numpy.concatenate([line[1:] for line in b])
    low, high = numpy.minimum(starts, ends), numpy.maximum(starts, ends)
    far = 0.0
    for line in a:
        points = spread(line, 30)
        around = (low <= points.max(axis=0) + near).all(axis=1) & (high >= points.min(axis=0) - near).all(axis=1)
        by = farthest(points, starts[around], ends[around])
        far = max(far, by if by <= near else farthest(points, starts, ends))
    return far


def spread(line, count):
    """So many points along a line, evenly."""
    line = numpy.array(line)
    along = numpy.concatenate([[0], numpy.cumsum(numpy.hypot(*numpy.diff(line, axis=0).T))])
    at = numpy.arange(count) / count * along[-1]
    return numpy.column_stack([numpy.interp(at, along, line[:, k]) for k in (0, 1)])


def farthest(points, starts, ends):
    """How far the farthest of points is from straight lines."""
    if len(starts) == 0:
        return math.inf
    way = ends - starts
    long = numpy.maximum((way**2).sum(axis=1), 1e-18)
    x, y = (points[:, None, k] - starts[None, :, k] for k in (0, 1))
    share = numpy.minimum(numpy.maximum((x * way[:, 0] + y * way[:, 1]) / long, 0), 1)
    off = (x - share * way[:, 0]) ** 2 + (y - share * way[:, 1]) ** 2
    return math.sqrt(off.min(axis=1).max())


def svg_lines(text, height):
    paths = re.findall(r'<path d="([^"]*)"', text)
    return [line for d in paths for line in path_lines(d, lambda x, y: (x, height - y))]


def pdf_lines(pdf, height):
    """Page 1 as mutool understands it. (pdftocairo's SVG is scaled to whole points: no good for measuring.)"""
    traced = subprocess.run(["mutool", "trace", pdf, "1"], check=True, capture_output=True, text=True)
    page = ElementTree.fromstring(traced.stdout)
    mm = 25.4 / 72
    lines = []
    for path in page.iter():
        if path.tag not in ("fill_path", "stroke_path"):
            continue
        a, b, c, d, e, f = [float(v) for v in path.get("transform").split()]
        points = []
        for step in path:
            n = {key: float(value) for key, value in step.attrib.items()}
            if step.tag == "moveto":
                lines.append(points := [(n["x"], n["y"])])
            elif step.tag == "lineto":
                points.append((n["x"], n["y"]))
            elif step.tag == "curveto":
                points.extend(cubic(points[-1], (n["x1"], n["y1"]), (n["x2"], n["y2"]), (n["x3"], n["y3"])))
            elif step.tag == "closepath":
                points.append(points[0])
        place = lambda x, y: ((a * x + c * y + e) * mm, height - (b * x + d * y + f) * mm)
        for line in lines[-1 * sum(1 for step in path if step.tag == "moveto") :]:
            line[:] = [place(x, y) for x, y in line]
    return lines


def png_size(command):
    """Size in mm of the picture that a program makes at 50.8 dpi, by its pixels."""
    data = subprocess.run(command, check=True, capture_output=True).stdout
    return [pixels / 2 for pixels in struct.unpack(">II", data[16:24])]


def loop(points):
    """What a line goes round: all of it, or what comes after it first was where it ends (before, it is led)."""
    end = points[-1]
    home = [i for i, point in enumerate(points[:-1]) if math.dist(point, end) < 1e-3]
    return points[home[0] :] if home else points


def pieces(rings, kerf):
    """Faces between the cut lines, less what the cut takes: material where an odd number of rings goes round, slugs
    (as large as their holes) where an even one does. Edges lie half the kerf beside the lines, with sharp corners."""
    polygons = [Polygon(ring) for ring in rings]
    material, slugs = [], []
    for face in polygonize(unary_union([LineString(ring) for ring in rings])):
        inside = face.representative_point()
        depth = sum(polygon.contains(inside) for polygon in polygons)
        if face.area <= DUST:
            continue
        by = -kerf / 2 if depth % 2 == 1 else kerf / 2
        true = face.buffer(by, join_style=2, mitre_limit=50) if kerf else face
        (material if depth % 2 == 1 else slugs).append(true.area)
    return sorted(material), sorted(slugs)


def opinion(folder):
    (svg,), (dxf,), (pdf,) = (glob.glob(os.path.join(folder, f"*.{kind}")) for kind in ("svg", "dxf", "pdf"))
    doc = ezdxf.readfile(dxf)
    audit = doc.audit()
    lines = dxf_lines(doc)
    text = open(svg).read()
    height = float(re.search(r'viewBox="0 0 [\d.]+ ([\d.]+)"', text).group(1))
    drawn = [points for _, points, _ in lines]
    rings = [loop(points) for layer, points, _ in lines if layer.startswith("CUT")]
    with open(os.path.join(folder, "report.json")) as report:
        kerf = json.load(report)["kerf"]
    material, slugs = pieces([ring if ring[0] == ring[-1] else ring + ring[:1] for ring in rings], kerf)
    return {
        "audit": [entry.message for entry in list(audit.errors) + list(audit.fixes)],
        "openContours": sum(1 for _, _, closed in lines if not closed),
        "svgAgainstDxf": distance(svg_lines(text, height), drawn),
        "pdfAgainstDxf": distance(pdf_lines(pdf, height), drawn),
        "svgSize": png_size(["rsvg-convert", "--dpi-x", "50.8", "--dpi-y", "50.8", svg]),
        "pdfSize": png_size(["pdftocairo", "-png", "-r", "50.8", "-f", "1", "-l", "1", "-singlefile", pdf, "-"]),
        "materialAreas": material,
        "slugAreas": slugs,
    }


print(json.dumps([opinion(folder) for folder in sys.argv[1:]]))

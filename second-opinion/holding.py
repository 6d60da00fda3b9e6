"""What released DXF files leave on the table, by ezdxf and shapely: a JSON list of jobs in, one of verdicts out.

A job has `dxf` (the file's text) and what to look at:
  bridges: [{from, to, width}]; told is the least width of the material across each, along the middle of its length
  cores, neck: points, and a width; told is whether a disc of that width passes between all of them
"""
import io
import json
import math
import sys

import ezdxf
import ezdxf.path
from shapely.geometry import LineString, Point, Polygon
from shapely.ops import polygonize, unary_union
from shapely.prepared import prep

FLATTENING = 0.004  # mm

# Smaller scraps, mm2, are where two libraries round one crossing differently.
DUST = 1e-4


def cut_rings(text):
    doc = ezdxf.read(io.StringIO(text))
    for entity in doc.modelspace():
        if entity.dxf.layer.startswith("CUT"):
            points = [(p.x, p.y) for p in ezdxf.path.make_path(entity).flattening(FLATTENING, segments=4)]
            yield points if points[0] == points[-1] else points + points[:1]


def material_of(rings):
    """Where an odd number of rings goes round."""
    polygons = [prep(Polygon(ring)) for ring in rings]
    faces = polygonize(unary_union([LineString(ring) for ring in rings]))
    depth = lambda point: sum(polygon.contains(point) for polygon in polygons)
    odd = [face for face in faces if depth(face.representative_point()) % 2 == 1]
    return unary_union(odd)


def parts(shape):
    return list(shape.geoms) if hasattr(shape, "geoms") else [shape]


def width_across(material, start, end, width):
    """Least extent of the material across a bridge, between a fifth and four fifths of its length."""
    dx, dy = end["x"] - start["x"], end["y"] - start["y"]
    size = math.hypot(dx, dy) or 1
    least = math.inf
    for i in range(2, 9):
        x, y = start["x"] + dx * i / 10, start["y"] + dy * i / 10
        nx, ny = -dy / size * width * 2, dx / size * width * 2
        line = material.intersection(LineString([(x - nx, y - ny), (x + nx, y + ny)]))
        here = [part.length for part in parts(line) if part.distance(Point(x, y)) < 1e-6]
        least = min(least, here[0] if here else 0)
    return least


verdicts = []
for job in json.load(sys.stdin):
    material = material_of(list(cut_rings(job["dxf"])))
    verdict = {"areas": sorted(part.area for part in parts(material) if part.area > DUST)}
    if "bridges" in job:
        verdict["widths"] = [width_across(material, b["from"], b["to"], b["width"]) for b in job["bridges"]]
    if "cores" in job:
        shrunk = parts(material.buffer(-job["neck"] / 2, resolution=32))
        points = [Point(core["x"], core["y"]) for core in job["cores"]]
        homes = {next((i for i, part in enumerate(shrunk) if part.contains(point)), -1) for point in points}
        verdict["joined"] = len(homes) == 1 and -1 not in homes
    verdicts.append(verdict)
json.dump(verdicts, sys.stdout)

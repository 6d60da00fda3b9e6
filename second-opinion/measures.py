"""Measures of polygons by shapely, for comparing: reads a JSON list of cases, writes a JSON list of figures.

A case holds `rings` (the region's contours as points, even-odd) and what to measure:
  neck: two points, the cores; the widest disc that passes from one to the other, by shrinking until they part
  disc: true; the widest disc that fits, by polylabel
"""
import json
import sys

from shapely.geometry import Point, Polygon
from shapely.ops import polylabel


def region(rings):
    shape = Polygon()
    for ring in rings:
        shape = shape.symmetric_difference(Polygon(ring).buffer(0))
    return shape


def connected(shape, a, b, width):
    left = shape.buffer(-width / 2, resolution=32)
    parts = [part for part in (left.geoms if hasattr(left, 'geoms') else [left]) if not part.is_empty]
    return any(part.distance(Point(a)) < 1e-6 and part.distance(Point(b)) < 1e-6 for part in parts)


def neck(shape, a, b):
    low, high = 0.0, 60.0
    for _ in range(24):
        middle = (low + high) / 2
        low, high = (middle, high) if connected(shape, a, b, middle) else (low, middle)
    return low


figures = []
for case in json.load(sys.stdin):
    shape = region(case['rings'])
    if 'neck' in case:
        figures.append(neck(shape, *case['neck']))
    else:
        largest = shape if shape.geom_type == 'Polygon' else max(shape.geoms, key=lambda part: part.area)
        centre = polylabel(largest, 0.001)
        figures.append(2 * shape.boundary.distance(centre))
json.dump(figures, sys.stdout)

"""Judges traced strokes by shapely: how much of an area discs along them cover, and whether they leave it.

centerline.py AREAS.json STROKES.json: rings of one area by the even-odd rule, and { strokes: [[[x, y], ...], ...] }.
Each point gets the disc that its distance to the edge has room for. Prints figures as JSON.
"""

import json
import sys

from shapely.geometry import LineString, Point, Polygon
from shapely.ops import unary_union


def main():
    areas = json.load(open(sys.argv[1]))["areas"]
    strokes = json.load(open(sys.argv[2]))["strokes"]
    region = Polygon()
    for ring in areas:
        region = region.symmetric_difference(Polygon(ring).buffer(0))
    edge = region.boundary
    discs = []
    outside = 0.0
    for stroke in strokes:
        line = LineString(stroke)
        outside += line.difference(region.buffer(0.02)).length
        count = max(1, int(line.length / 0.15))
        for i in range(count + 1):
            point = line.interpolate(i / count, normalized=True)
            if region.contains(point):
                discs.append(Point(point).buffer(edge.distance(point), resolution=12))
    band = unary_union(discs)
    print(json.dumps({"covered": band.intersection(region).area / region.area, "outside": outside}))


if __name__ == "__main__":
    main()

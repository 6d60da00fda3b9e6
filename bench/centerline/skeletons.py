"""Skeletons of areas by scikit-image, as strokes: what tracing by pixels comes to.

skeletons.py AREAS.json PIXELS_PER_MM: a list of areas, each of rings [[x, y], ...] by the even-odd rule. Prints, for
skeletonize and medial_axis, of each area its strokes and the milliseconds that they took, as JSON.
"""

import json
import sys
import time

import numpy
from skimage.draw import polygon
from skimage.morphology import medial_axis, skeletonize

ROUND = [(-1, -1), (-1, 0), (-1, 1), (0, -1), (0, 1), (1, -1), (1, 0), (1, 1)]


def strokes_of(skeleton):
    """Ways through the pixels of a skeleton, from those with other than two neighbours to others of the kind."""
    pixels = set(zip(*(axis.tolist() for axis in numpy.nonzero(skeleton))))
    near = {p: [q for q in ((p[0] + r, p[1] + c) for r, c in ROUND) if q in pixels] for p in pixels}
    knots = {p for p in pixels if len(near[p]) != 2}
    done = set()
    strokes = []

    def walk(begin, second):
        way = [begin, second]
        while way[-1] not in knots and way[-1] != begin:
            following = [q for q in near[way[-1]] if q != way[-2]]
            way.append(following[0])
        for pair in zip(way, way[1:]):
            done.add(frozenset(pair))
        return way

    for knot in knots:
        for other in near[knot]:
            if frozenset((knot, other)) not in done:
                strokes.append(walk(knot, other))
    for pixel in pixels - knots:
        if not any(frozenset((pixel, other)) in done for other in near[pixel]):
            strokes.append(walk(pixel, near[pixel][0]))
    return strokes


def main():
    areas = json.load(open(sys.argv[1]))
    scale = float(sys.argv[2])
    found = {}
    for name, method in (("skeletonize", skeletonize), ("medial axis", medial_axis)):
        found[name] = []
        for rings in areas:
            begin = time.perf_counter()
            points = [numpy.array(ring) * scale for ring in rings]
            low = numpy.min([ring.min(axis=0) for ring in points], axis=0) - 2
            high = numpy.max([ring.max(axis=0) for ring in points], axis=0) + 3
            mask = numpy.zeros((high - low).astype(int), dtype=bool)
            for ring in points:
                rows, columns = polygon(ring[:, 0] - low[0], ring[:, 1] - low[1], mask.shape)
                mask[rows, columns] ^= True
            ways = strokes_of(method(mask))
            strokes = [[((p[0] + low[0]) / scale, (p[1] + low[1]) / scale) for p in way] for way in ways]
            found[name].append({"strokes": strokes, "ms": 1000 * (time.perf_counter() - begin)})
    print(json.dumps(found))


if __name__ == "__main__":
    main()

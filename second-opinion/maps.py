"""Reads DXF files with ezdxf, whatever their version and their unit.

Argument: a folder. Prints, for each of its files by name, its version, what its audit finds, and of each layer the
length of its lines and the box round them, in mm.
"""
import glob
import json
import os
import sys

import ezdxf
import ezdxf.path

FLATTENING = 0.0005


def told(path, unsaid):
    doc = ezdxf.readfile(path)
    scale = {0: unsaid, 1: 25.4, 4: 1}[doc.units]
    layers = {}
    for entity in doc.modelspace():
        points = list(ezdxf.path.make_path(entity).flattening(FLATTENING / scale, segments=16))
        layer = layers.setdefault(entity.dxf.layer, {"length": 0, "box": [1e9, 1e9, -1e9, -1e9], "kinds": []})
        layer["length"] += sum(a.distance(b) for a, b in zip(points, points[1:])) * scale
        layer["kinds"].append(entity.dxftype())
        box = layer["box"]
        for p in points:
            x, y = p.x * scale, p.y * scale
            layer["box"] = box = [min(box[0], x), min(box[1], y), max(box[2], x), max(box[3], y)]
    audit = doc.audit()
    return {
        "version": doc.dxfversion,
        "faults": len(audit.errors) + len(audit.fixes),
        "layers": {name: {**layer, "kinds": sorted(set(layer["kinds"]))} for name, layer in layers.items()},
    }


print(
    json.dumps(
        {
            os.path.basename(path): told(path, 25.4 if "inch" in path else 1)
            for path in glob.glob(os.path.join(sys.argv[1], "*.dxf"))
        }
    )
)

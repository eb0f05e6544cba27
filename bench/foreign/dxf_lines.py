"""Box and length, mm, of all lines that a DXF drawing shows in its model space, by an independent reader."""

import json
import sys

import ezdxf
from ezdxf import path as paths

MM = {0: 1, 1: 25.4, 2: 304.8, 4: 1, 5: 10, 6: 1000}
FLATTENED = {"LINE", "ARC", "CIRCLE", "ELLIPSE", "LWPOLYLINE", "POLYLINE", "SPLINE"}


def entities(doc, layout, layer=None):
    for entity in layout:
        own = entity.dxf.layer
        shown = layer if own == "0" and layer is not None else own
        if entity.dxf.get("invisible", 0) == 1 or entity.dxf.get("paperspace", 0) == 1:
            continue
        known = doc.layers.get(shown) if shown in doc.layers else None
        if known is not None and known.is_frozen():
            continue
        if entity.dxftype() == "INSERT":
            copies = entity.multi_insert() if entity.mcount > 1 else [entity]
            for copy in copies:
                yield from entities(doc, copy.virtual_entities(), shown)
        elif known is None or not known.is_off():
            yield entity


def measure(name):
    doc = ezdxf.readfile(name)
    unit = MM.get(doc.header.get("$INSUNITS", 0), 1)
    length, xs, ys = 0.0, [], []
    for entity in entities(doc, doc.modelspace()):
        if entity.dxftype() not in FLATTENED:
            continue
        points = list(paths.make_path(entity).flattening(0.002))
        for a, b in zip(points, points[1:]):
            length += ((b.x - a.x) ** 2 + (b.y - a.y) ** 2) ** 0.5
        xs += [p.x for p in points]
        ys += [p.y for p in points]
    return {"width": unit * (max(xs) - min(xs)), "height": unit * (max(ys) - min(ys)), "length": unit * length}


print(json.dumps([measure(name) for name in sys.argv[1:]]))

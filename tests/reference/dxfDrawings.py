"""Draws with ezdxf what a drawing may hold, and says what ezdxf makes of it: for each layer the length and the box of all
that is a line, in drawing units; and how many of each kind are none."""

import json
import math
import sys

import ezdxf
from ezdxf.disassemble import recursive_decompose, to_primitives

FINE = 0.00002
DOWN = {"extrusion": (0, 0, -1)}
OBLIQUE = {"extrusion": (0.3, -0.2, 0.93)}
NO_LINES = {"TEXT", "MTEXT", "POINT", "HATCH", "3DFACE", "SOLID", "DIMENSION", "ATTRIB"}


def shapes(space, layer, new, at=(0, 0), **turn):
    """One of each shape on a layer, round a place; extrusion in `turn` where it is given."""
    x, y = at
    attribs = {"layer": layer, **turn}
    space.add_arc((x + 1, y + 2), 3, 20, 200, dxfattribs=attribs)
    space.add_circle((x + 4, y - 1), 0.75, dxfattribs=attribs)
    space.add_polyline2d([(x, y, 0.5), (x + 2, y, 0), (x + 2, y + 3, -1), (x, y + 3, 0)], format="xyb", close=True, dxfattribs=attribs)
    if new:
        space.add_lwpolyline([(x, y, 1), (x + 4, y, 0), (x + 4, y + 1, -0.3), (x, y + 2, 0)], format="xyb", close=True, dxfattribs=attribs)


def curves(space, layer, at=(0, 0)):
    x, y = at
    attribs = {"layer": layer}
    space.add_ellipse((x, y), major_axis=(3, 1), ratio=0.4, start_param=0.3, end_param=4, dxfattribs=attribs)
    space.add_ellipse((x + 9, y), major_axis=(0, 2), ratio=0.7, dxfattribs={**attribs, **DOWN})
    points = [(x, y, 0), (x + 1, y + 3, 0), (x + 4, y + 2, 0), (x + 5, y - 1, 0), (x + 8, y + 1, 0)]
    space.add_open_spline(points, dxfattribs=attribs)
    space.add_spline(dxfattribs=attribs).set_closed(points)
    rational = space.add_rational_spline(points, weights=[1, 3, 0.5, 2, 1], dxfattribs=attribs)
    assert len(rational.weights) == 5
    space.add_spline(fit_points=points, dxfattribs=attribs)
    tangents = space.add_spline(fit_points=[(px, py + 7, 0) for px, py, _ in points], dxfattribs=attribs)
    tangents.dxf.start_tangent = (1, 0, 0)
    tangents.dxf.end_tangent = (0, 1, 0)


def drawing(version, encoding, names, unit):
    doc = ezdxf.new(version)
    doc.encoding = encoding
    doc.header["$INSUNITS"] = unit
    new = version != "R12"
    msp = doc.modelspace()
    for name in names:
        doc.layers.add(name)
    doc.layers.add("FROZEN").freeze()
    doc.layers.add("OFF").off()

    shapes(msp, "PLAIN", new)
    shapes(msp, "DOWN", new, (3, 4), **DOWN)
    shapes(msp, "OBLIQUE", new, (2, -6), **OBLIQUE)
    shapes(msp, "FAR", new, (4_650_123.25, 7_100_456.5))
    if new:
        curves(msp, "CURVES", (20, 20))
    msp.add_polyline3d([(0, 0, 0), (3, 0, 4), (3, 5, 1)], dxfattribs={"layer": "SPACE"})
    for i, name in enumerate(names):
        msp.add_line((i, 0), (i, 2 + i), dxfattribs={"layer": name})
    long = [(math.cos(i / 50) * i / 100, math.sin(i / 50) * i / 100) for i in range(5000)]
    msp.add_polyline2d(long, dxfattribs={"layer": "LONG"})

    door = doc.blocks.new("Door", base_point=(1, 2))
    door.add_line((1, 2), (2, 2), dxfattribs={"layer": "DOORS"})
    door.add_arc((1, 2), 1, 0, 90, dxfattribs={"layer": "DOORS"})
    wing = doc.blocks.new("Wing", base_point=(-3, 0.5))
    shapes(wing, "WING", new)
    nest = doc.blocks.new("Nest", base_point=(1, -1))
    nest.add_blockref("Door", (4, 4), dxfattribs={"rotation": 30, "xscale": 2, "yscale": -0.5, "layer": "DOORS"})
    nest.add_blockref("Wing", (0, 0), dxfattribs={"rotation": -70, "layer": "WING"})
    msp.add_blockref("Nest", (80, 30), dxfattribs={"xscale": -1.5, "yscale": 1.5, "zscale": 1.5, "rotation": 25, "layer": "WING"})
    msp.add_blockref("Door", (10, 10), dxfattribs={"rotation": 45, "layer": "DOORS"})
    msp.add_blockref("Wing", (30, -10), dxfattribs={"xscale": -1.5, "yscale": 1.5, "zscale": 1.5, "layer": "WING"})
    msp.add_blockref("Wing", (60, -10), dxfattribs={"xscale": 2, "yscale": 0.8, "rotation": 200, "layer": "WING"})
    msp.add_blockref("Door", (5, 50), dxfattribs={"layer": "DOORS", **DOWN, "rotation": 20})
    msp.add_blockref("Wing", (5, 70), dxfattribs={"layer": "WING", **OBLIQUE})
    msp.add_blockref("Door", (-40, 0), dxfattribs={"row_count": 3, "column_count": 4, "row_spacing": 2.5, "column_spacing": 1.75, "rotation": 15, "xscale": 1.2, "yscale": 1.2, "zscale": 1.2, "layer": "DOORS"})

    hidden = [
        msp.add_line((0, 0), (100, 0), dxfattribs={"layer": "FROZEN"}),
        msp.add_circle((0, 0), 50, dxfattribs={"layer": "OFF"}),
        msp.add_blockref("Wing", (0, 0), dxfattribs={"layer": "FROZEN"}),
    ]
    doc.layout("Layout1" if new else doc.layout_names_in_taborder()[-1]).add_line((0, 0), (77, 77), dxfattribs={"layer": "PLAIN"})

    msp.add_text("Hall", dxfattribs={"layer": "PLAIN"})
    msp.add_point((1, 1), dxfattribs={"layer": "PLAIN"})
    msp.add_solid([(0, 0), (1, 0), (1, 1)], dxfattribs={"layer": "PLAIN"})
    msp.add_3dface([(0, 0), (1, 0), (1, 1)], dxfattribs={"layer": "PLAIN"})
    mesh = msp.add_polymesh((3, 3), dxfattribs={"layer": "PLAIN"})
    mesh.set_mesh_vertex((1, 1), (5, 5, 5))
    msp.add_polyface(dxfattribs={"layer": "PLAIN"}).append_face([(0, 0), (9, 0), (9, 9), (0, 9)])
    if new:
        msp.add_mtext("Note", dxfattribs={"layer": "PLAIN"})
        msp.add_hatch(dxfattribs={"layer": "PLAIN"}).paths.add_polyline_path([(0, 0), (1, 0), (1, 1)])
    return doc, hidden


def pieces(entity):
    """The stretches that an entity is, each as fine points; None where it is no line."""
    kind = entity.dxftype()
    if kind in NO_LINES or kind == "POLYLINE" and (entity.is_polygon_mesh or entity.is_poly_face_mesh):
        return None
    if kind == "LINE":
        return [[entity.dxf.start, entity.dxf.end]]
    if kind == "SPLINE":
        return [list(entity.construction_tool().flattening(FINE))]
    if kind in {"ARC", "CIRCLE", "ELLIPSE"}:
        return [list(entity.flattening(FINE))]
    if entity.has_arc:
        return [stretch for one in entity.virtual_entities() for stretch in pieces(one)]
    return [list(next(iter(to_primitives([entity]))).path.flattening(FINE))]


def judged(doc, hidden):
    layers, kinds = {}, {}
    gone = {one.dxf.handle for one in hidden}
    shown = [one for one in doc.modelspace() if one.dxf.handle not in gone]
    for entity in recursive_decompose(shown):
        stretches = pieces(entity)
        if stretches is None:
            kinds[entity.dxftype()] = kinds.get(entity.dxftype(), 0) + 1
            continue
        layer = layers.setdefault(entity.dxf.layer, {"length": 0, "x": [], "y": []})
        for points in stretches:
            layer["length"] += sum(math.dist((a.x, a.y), (b.x, b.y)) for a, b in zip(points, points[1:]))
            layer["x"] += [p.x for p in points]
            layer["y"] += [p.y for p in points]
    return {
        "kinds": kinds,
        "layers": {
            name: {"length": one["length"], "box": [min(one["x"]), min(one["y"]), max(one["x"]), max(one["y"])]}
            for name, one in layers.items()
        },
    }


CASES = [
    ("R12", "cp1252", ["Wände", "Tür"], 6),
    ("R12", "cp932", ["壁"], 6),
    ("R2000", "cp1252", ["Wände", "帆"], 4),
    ("R2000", "cp1251", ["Стены"], 2),
    ("R2004", "gbk", ["墙"], 21),
    ("R2007", "utf8", ["Wände", "壁"], 6),
    ("R2010", "utf8", ["⛵ quay"], 5),
    ("R2013", "utf8", ["Wände"], 6),
    ("R2018", "utf8", ["壁"], 14),
]

folder = sys.argv[1]
said = []
for i, (version, encoding, names, unit) in enumerate(CASES):
    doc, hidden = drawing(version, encoding, names, unit)
    path = f"{folder}/{i}.dxf"
    doc.saveas(path)
    said.append({"version": version, "encoding": encoding, "names": names, "unit": unit, "path": path, **judged(doc, hidden)})
print(json.dumps(said))

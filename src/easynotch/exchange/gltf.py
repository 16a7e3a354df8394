"""The whole as binary glTF 2.0: every piece once as a mesh, placed wherever it stands; metres, y up."""

import json
import struct
from collections.abc import Iterable, Sequence

import numpy as np

from ..core.solid import Frame, Member, as_manifold

METRE = 1000.0
GLTF, JSON_CHUNK, BINARY_CHUNK = 0x46546C67, 0x4E4F534A, 0x004E4942
WOOD = [0.86, 0.72, 0.5, 1.0]


def glb_of(name: str, pieces: Iterable[tuple[Member, str, Sequence[Frame]]]) -> bytes:
    """A file of pieces in the world.

    Args:
        name: of the whole.
        pieces: each with its name and the places it stands in.
    """
    binary = bytearray()
    views, accessors, meshes, nodes = [], [], [], []
    for member, title, frames in pieces:
        mesh = as_manifold(member).to_mesh64()
        points = (mesh.vert_properties[:, :3] / METRE).astype("<f4")
        corners = mesh.tri_verts.astype("<u4")
        if not len(points):
            continue
        for data, target in ((points, 34962), (corners, 34963)):
            views.append({"buffer": 0, "byteOffset": len(binary), "byteLength": data.nbytes, "target": target})
            binary += data.tobytes()
        accessors += [
            {"bufferView": len(views) - 2, "componentType": 5126, "count": len(points), "type": "VEC3",
             "min": points.min(axis=0).tolist(), "max": points.max(axis=0).tolist()},
            {"bufferView": len(views) - 1, "componentType": 5125, "count": int(corners.size), "type": "SCALAR"},
        ]  # fmt: skip
        meshes.append({"name": title, "primitives": [{"attributes": {"POSITION": len(accessors) - 2},
                                                     "indices": len(accessors) - 1, "material": 0}]})  # fmt: skip
        nodes += [{"name": f"{title} {k}", "mesh": len(meshes) - 1, "matrix": _matrix(frame)}
                  for k, frame in enumerate(frames, 1)]  # fmt: skip
    document = {
        "asset": {"version": "2.0", "generator": "Easy Notch"},
        "scene": 0,
        "scenes": [{"name": name, "nodes": list(range(len(nodes)))}],
        "nodes": nodes,
        "meshes": meshes,
        "materials": [{"pbrMetallicRoughness": {"baseColorFactor": WOOD, "metallicFactor": 0, "roughnessFactor": 0.9}}],
        "accessors": accessors,
        "bufferViews": views,
        "buffers": [{"byteLength": len(binary)}],
    }
    return _packed(document, bytes(binary))


def _matrix(frame: Frame) -> list[float]:
    """Column by column; z up in the world becomes y up in the file."""
    columns = [(v.x, v.y, v.z, 0.0) for v in (frame.x, frame.y, frame.z)]
    columns.append((frame.origin.x / METRE, frame.origin.y / METRE, frame.origin.z / METRE, 1.0))
    turned = np.array(columns)[:, [0, 2, 1, 3]]
    turned[:, 2] *= -1
    return [float(v) for v in turned.ravel()]


def _packed(document: dict[str, object], binary: bytes) -> bytes:
    text = json.dumps(document, separators=(",", ":")).encode()
    text += b" " * (-len(text) % 4)
    binary += b"\0" * (-len(binary) % 4)
    total = 12 + 8 + len(text) + 8 + len(binary)
    return b"".join(
        (struct.pack("<III", GLTF, 2, total), struct.pack("<II", len(text), JSON_CHUNK), text,
         struct.pack("<II", len(binary), BINARY_CHUNK), binary)
    )  # fmt: skip

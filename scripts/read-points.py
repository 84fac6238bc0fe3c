"""Reads the plants' NumPy records and compares them with the tables beside them, and the arrays of motion with what
motion.json says of them:  read-points.py PLANTS-FOLDER MOTION-FOLDER"""

import csv
import json
import pathlib
import sys

import numpy

seen = 0
for file in sorted(pathlib.Path(sys.argv[1]).glob("*.npy")):
    records = numpy.load(file, allow_pickle=False)
    with open(file.with_suffix(".csv"), newline="") as table:
        rows = list(csv.DictReader(table))
    assert len(records) == len(rows), f"{file}: {len(records)} records, {len(rows)} rows"
    assert numpy.array_equal(records["id"], numpy.array([int(row["id"], 16) for row in rows], dtype="<u8")), f"{file}: identities"
    assert numpy.allclose(numpy.linalg.norm(records["turn"], axis=1), 1, atol=1e-5), f"{file}: turns are not of length 1"
    foot = numpy.array([[float(row[axis]) for axis in "xyz"] for row in rows]).reshape(-1, 3)
    sunk = numpy.array([float(row["sink"]) for row in rows])
    away = numpy.linalg.norm(records["position"] - foot, axis=1)
    assert numpy.allclose(away, numpy.abs(sunk), atol=1e-5), f"{file}: places"
    lengths = numpy.array([float(row["length"]) for row in rows])
    assert numpy.allclose(records["scale"][:, 1], lengths, rtol=1e-6), f"{file}: lengths"
    seen += len(records)
assert seen > 1000, f"only {seen} plants were found"
print(f"{seen} plants agree")

motion = pathlib.Path(sys.argv[2])
told = json.loads((motion / "motion.json").read_text())
checked = 0
for sway in told["sways"]:
    bends = sway["bends"]
    array = numpy.load(motion / bends["file"].replace(".png", ".npy"), allow_pickle=False)
    assert array.shape == (told["frames"], bends["plants"], 2), f"{sway['sway']}: {array.shape}"
    for axis, channel in enumerate(bends["channels"]):
        assert abs(array[:, :, axis].min() - channel["least"]) < 1e-6, f"{sway['sway']}: least {channel['name']}"
    jumps = numpy.abs(numpy.diff(array, axis=0)).max()
    seam = numpy.abs(array[0] - array[-1]).max()
    assert seam <= 1.05 * jumps, f"{sway['sway']}: the seam jumps {seam}, frames at most {jumps}"
    swing = numpy.load(motion / bends["file"].replace("-bends.png", "-phase-amplitude.npy"), allow_pickle=False)
    most = numpy.linalg.norm(array, axis=2).max(axis=0)
    assert numpy.allclose(swing[:, 1], most, atol=1e-4), f"{sway['sway']}: amplitudes"
    for variant in sway["variants"]:
        vertices = variant["vertices"]
        moved = numpy.load(motion / vertices["file"].replace("-vertices.png", "-displacements.npy"), allow_pickle=False)
        assert moved.shape == (told["frames"], vertices["vertices"], 3), f"{vertices['file']}: {moved.shape}"
        checked += 1
assert checked > 10, f"only {checked} moving variants were found"
print(f"{checked} moving variants agree")

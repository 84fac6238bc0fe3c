"""Reads the plants' NumPy records and compares them with the tables beside them:  read-points.py FOLDER"""

import csv
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

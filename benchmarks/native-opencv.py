"""OpenCV's own remap over the map and picture in a folder, ms for each way to interpolate, as JSON; see engine.mjs."""
import json
import sys
import time

import cv2
import numpy

folder, width, height, output_width, output_height = sys.argv[1], *map(int, sys.argv[2:])
source = numpy.fromfile(f"{folder}/picture", numpy.uint8).reshape(height, width, 3)
xs = numpy.fromfile(f"{folder}/xs", numpy.float32).reshape(output_height, output_width)
ys = numpy.fromfile(f"{folder}/ys", numpy.float32).reshape(output_height, output_width)
target = numpy.empty((output_height, output_width, 3), numpy.uint8)
result = {"version": cv2.__version__, "threads": cv2.getNumThreads()}
for name, how in [("linear", cv2.INTER_LINEAR), ("cubic", cv2.INTER_CUBIC), ("lanczos4", cv2.INTER_LANCZOS4)]:
    best = None
    for _ in range(5):
        began = time.perf_counter()
        cv2.remap(source, xs, ys, how, target, cv2.BORDER_REPLICATE)
        took = 1000 * (time.perf_counter() - began)
        best = took if best is None else min(best, took)
    result[name] = best
print(json.dumps(result))

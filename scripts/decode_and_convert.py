"""Processor time that a C image library takes to decode a JPEG, and to convert it to CIELAB as well.

Usage: decode_and_convert.py FILE... Prints both medians of each in seconds.
       decode_and_convert.py --once FILE... Only converts each, for who times the whole process.
"""

import io
import os
import statistics
import sys
import time

from PIL import Image, ImageCms

ROUNDS = 9

to_lab = ImageCms.buildTransform(
    ImageCms.createProfile("sRGB"), ImageCms.createProfile("LAB"), "RGB", "LAB"
)


def seconds(work):
    times = []
    for _ in range(ROUNDS):
        start = time.process_time()
        work()
        times.append(time.process_time() - start)
    return statistics.median(times)


def decode(data):
    picture = Image.open(io.BytesIO(data))
    picture.load()
    return picture


def convert(data):
    return ImageCms.applyTransform(decode(data), to_lab)


once = sys.argv[1] == "--once"
for path in sys.argv[2:] if once else sys.argv[1:]:
    with open(path, "rb") as file:
        data = file.read()
    if once:
        convert(data)
        continue
    print(
        "C library, %s, processor seconds: %.2f to decode, %.2f to convert to Lab as well"
        % (os.path.basename(path), seconds(lambda: decode(data)), seconds(lambda: convert(data)))
    )

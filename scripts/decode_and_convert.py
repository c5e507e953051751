"""Processor time that a C image library takes to decode a JPEG, and to convert it to CIELAB as well.

Usage: decode_and_convert.py FILE. Prints both medians in seconds.
"""

import io
import statistics
import sys
import time

from PIL import Image, ImageCms

ROUNDS = 9

data = open(sys.argv[1], "rb").read()
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


def decode():
    picture = Image.open(io.BytesIO(data))
    picture.load()
    return picture


print("C library, decoding, processor seconds: %.2f" % seconds(decode))
print(
    "C library, decoding and converting to Lab, processor seconds: %.2f"
    % seconds(lambda: ImageCms.applyTransform(decode(), to_lab))
)

"""Processor time of whole processes, start included: Istante's check, and a C library's decoding and
converting to Lab, of the same photos in turn.

Usage: whole_process.py ISTANTE FILE. Prints medians in seconds, for one photo and for many.
"""

import os
import resource
import statistics
import subprocess
import sys

MANY = 24
ROUNDS = 3

CONVERT = os.path.join(os.path.dirname(os.path.abspath(__file__)), "decode_and_convert.py")


def seconds(command):
    before = resource.getrusage(resource.RUSAGE_CHILDREN)
    # A check also says by its exit status whether all photos are ready.
    done = subprocess.run(command, stdout=subprocess.DEVNULL)
    if done.returncode > 1:
        sys.exit("%s ended with status %d" % (command[0], done.returncode))
    after = resource.getrusage(resource.RUSAGE_CHILDREN)
    return after.ru_utime + after.ru_stime - before.ru_utime - before.ru_stime


istante, photo = sys.argv[1:]
for count in (1, MANY):
    photos = [photo] * count
    checks, conversions = [], []
    for _ in range(ROUNDS):
        checks.append(seconds([istante, "check", "--json", *photos]))
        conversions.append(seconds([sys.executable, CONVERT, "--once", *photos]))
    print(
        "%d x %s, whole processes, processor seconds a photo: %.2f to check; C library %.2f"
        % (
            count,
            os.path.basename(photo),
            statistics.median(checks) / count,
            statistics.median(conversions) / count,
        )
    )

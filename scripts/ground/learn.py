"""Learns weights of GlanceNet's ground network and writes the file that ships with the core.

    learn.py MINUTES OUT.bin SETS.bin,SETS.bin... [START.bin]

It goes on from START.bin where there is one. An eighth of each file's sets is not learned from: how
far off the fall-off over them is told is printed now and then. OUT.csv is what the network says of a
picture made by a formula.
"""

import os
import sys

import numpy as np
import torch
import torch.nn.functional as F

sys.path.insert(0, os.path.join(os.path.dirname(os.path.abspath(__file__)), "..", "glance"))

from grounds import DEEP_SHADE, LEAST_GROUND, MOST_SHADE, coarse, load, random, told, varied
from net import GlanceNet, expect, learn, read, write

CHANNELS = (8, 16, 32, 48, 64)
ROUNDS = 2
BATCH = 24
RATE = 2e-3
RATE_OF_LEARNED = 1.2e-3
SIZES = ((48, 64), (48, 64), (64, 48), (48, 48))

# Of the ground's median under white, where sets are judged.
JUDGED_AT = -0.3


def without_shade(net, grounds):
    shade = MOST_SHADE * torch.sigmoid(net(told(grounds))[:, 0])
    return torch.clamp(grounds[:, 0] + shade, max=0), shade


def ranges(stops, share):
    """Brightest to darkest place of ground, over means of three by three."""
    weight = share * (share > LEAST_GROUND)
    sums = F.avg_pool2d(torch.stack([stops * weight, weight], 1), 3, 1, 1)
    mean = sums[:, 0] / sums[:, 1].clamp(min=1e-3)
    counted = (sums[:, 1] > 0.5) & (share > LEAST_GROUND)
    none = ~counted.flatten(1).any(1)
    most = torch.where(counted, mean, torch.full_like(mean, -99)).flatten(1).amax(1)
    least = torch.where(counted, mean, torch.full_like(mean, 99)).flatten(1).amin(1)
    return torch.where(none, torch.zeros_like(most), most - least)


def both_ranges(grounds, found):
    """As told and as true, where shade is not so deep that light is filled in from around."""
    seen, bare, share, _ = grounds.unbind(1)
    told = share * (bare - seen < DEEP_SHADE)
    return ranges(found, told), ranges(bare, told)


def loss(net, grounds):
    """How far off shade is told over the ground, and with it fall-off."""
    seen, bare, share, _ = grounds.unbind(1)
    found, shade = without_shade(net, grounds)
    off = F.smooth_l1_loss(shade, (bare - seen).clamp(0, MOST_SHADE), beta=0.05, reduction="none")
    weight = share * (share > LEAST_GROUND)
    places = (off * weight).sum((1, 2)) / weight.sum((1, 2)).clamp(min=1)
    whole = F.smooth_l1_loss(*both_ranges(grounds, found), beta=0.05, reduction="none")
    return (2 * places + 0.3 * whole).mean()


def judged(net, grounds):
    net.eval()
    with torch.no_grad():
        off = []
        for part in grounds.split(BATCH):
            found, _ = without_shade(net, part)
            off.append(torch.sub(*both_ranges(part, found)))
    net.train()
    off = torch.cat(off).numpy()
    within = 100 * np.mean(np.abs(off) <= 0.05)
    return "median %.3f, mean %+.3f, within 0.05 stop %.0f %%" % (np.median(np.abs(off)), off.mean(), within)


def to_judge(grounds):
    lit = []
    for ground in grounds:
        exposed = ground.clone()
        exposed[:2] = torch.clamp(ground[:2] + JUDGED_AT, max=0)
        lit.append(coarse(exposed, SIZES[0]))
    return torch.stack(lit)


def some(grounds):
    size = SIZES[random.integers(len(SIZES))]
    varied_ones = [varied(grounds[random.integers(len(grounds))], size) for _ in range(BATCH)]
    return torch.stack(varied_ones).contiguous(memory_format=torch.channels_last)


def report(net, judges):
    for name, sets in judges.items():
        print("  %s, %d sets: %s" % (name, len(sets), judged(net, sets)), flush=True)


if __name__ == "__main__":
    minutes, path, files, *start = sys.argv[1:]
    torch.manual_seed(1)
    torch.set_num_threads(2)
    learned, judges = [], {}
    for file in files.split(","):
        sets = load(file)
        kept = max(1, len(sets) // 8)
        judges[os.path.basename(file)] = to_judge(sets[:kept])
        learned += sets[kept:]
    net = GlanceNet(CHANNELS, ROUNDS)
    # Most of a ground lies in no shade.
    torch.nn.init.constant_(net.last.bias, -4)
    if start:
        read(net, start[0])
    rate = RATE_OF_LEARNED if start else RATE
    learn(net, float(minutes), rate, lambda: loss(net, some(learned)), path, lambda: report(net, judges))
    write(net, path)
    expect(net, path.replace(".bin", ".csv"))
    report(net, judges)

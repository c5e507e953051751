"""Learns weights of GlanceNet's second network and writes the file that ships with the core.

    learn.py MINUTES OUT.bin DRAWN.npz,DRAWN.npz... TAKEN.npz... TRACED.npz... [START.bin]

Of what it sees not quite half are drawn pictures; the others are taken ones and small traced sets,
mirrored, moved, toned and cropped by chance, so that of these, too, many are upright or close. It
goes on from START.bin where there is one, and writes OUT.bin each thousand steps.
"""

import sys

import numpy as np
import torch
import torch.nn.functional as F

from net import GlanceNet, expect, learn, read, write
from pictures import codes, light

BATCH = 16
TAKEN_SHARE = 0.15
TRACED_SHARE = 0.4
RATE = 1.5e-3

# Some pictures are seen at two thirds, so that it knows things at either size.
COARSER = 0.35

random = np.random.default_rng(1)


def load(paths):
    """Pictures by their shape: {(height, width): [seen, share]}."""
    shapes = {}
    for path in paths.split(","):
        part = np.load(path)
        shapes.setdefault(part["share"].shape[1:], []).append((part["seen"], part["share"]))
    return {
        shape: [np.concatenate(kind) for kind in zip(*parts)] for shape, parts in shapes.items()
    }


def some(pictures, count):
    seen, share = pictures
    which = random.integers(len(seen), size=count)
    return [torch.from_numpy(kind[which].astype(np.float32) / 255) for kind in (seen, share)]


def varied(seen, share, size):
    """One taken picture moved, scaled and toned, so that few of them teach more; of that size."""
    tall, wide = share.shape
    other = (tall, wide) != size
    if other or random.random() < 0.6:
        # So that it fills the frame; of another shape it is cropped about the thing, or near it.
        fills = max(size[0] / tall, size[1] / wide) if other else 1
        scale = fills * (random.uniform(1.2, 2) if random.random() < 0.15 else random.uniform(0.75, 1.35))
        turn, moved = random.normal(0, 0.05), random.normal(0, 0.12, 2)
        if other or scale > 1.35:
            moved += middle(share) * random.uniform(0.5, 1)
        across, along = size[1] / wide / scale, size[0] / tall / scale
        # Not far beyond what was taken.
        most = np.abs(1 - np.array([across, along])) + 0.15
        moved = np.clip(moved, -most, most)
        how = torch.tensor(
            [[[across, turn * along, moved[0]], [-turn * across, along, moved[1]]]], dtype=torch.float32
        )
        grid = F.affine_grid(how, (1, 1) + size, align_corners=False)
        beyond = "reflection" if max(across, along) > 1 else "border"
        both = torch.cat([seen, share[None]])[None]
        both = F.grid_sample(both, grid, padding_mode=beyond, align_corners=False)[0]
        seen, share = both[:3], both[3]
    seen = torch.clamp(seen, 0, 1) ** np.exp(random.normal(0, 0.2))
    gains = np.exp(random.normal(0, 0.08, 3) + random.normal(0, 0.1))
    seen = torch.clamp(seen * torch.tensor(gains, dtype=torch.float32)[:, None, None], 0, 1)
    if random.random() < 0.1:
        seen = seen[torch.randperm(3)]
    return seen, share


def middle(share):
    """Of the thing, across and along, -1 to 1 over the picture."""
    rows, columns = share.sum(1).numpy(), share.sum(0).numpy()
    places = [np.linspace(-1, 1, len(sums)) for sums in (columns, rows)]
    total = max(1e-6, rows.sum())
    return np.array([(place * sums).sum() / total for place, sums in zip(places, (columns, rows))])


def coarser(seen, share):
    """At two thirds, or the multiples of 16 next to it; light is what is averaged."""
    size = [int(round(side / 24)) * 16 for side in share.shape[1:]]
    lit = F.interpolate(torch.from_numpy(light(seen.numpy())), size=size, mode="area")
    share = F.interpolate(share[:, None], size=size, mode="area")[:, 0]
    return torch.from_numpy(codes(lit.numpy())).float(), share


def batch(drawn, taken, traced):
    shapes = list(drawn)
    weights = np.array([len(drawn[shape][0]) for shape in shapes], float)
    shape = shapes[random.choice(len(shapes), p=weights / weights.sum())]
    left = BATCH
    parts = []
    for pictures, chance in ((taken, TAKEN_SHARE), (traced, TRACED_SHARE)):
        count = min(left, random.binomial(BATCH, chance))
        if count:
            of = list(pictures)[random.integers(len(pictures))]
            some_varied = [varied(*one, shape) for one in zip(*some(pictures[of], count))]
            parts.append([torch.stack(kind) for kind in zip(*some_varied)])
            left -= count
    if left:
        parts.append(some(drawn[shape], left))
    seen, share = [torch.cat(kind) for kind in zip(*parts)]
    mirrored = torch.from_numpy(random.random(len(seen)) < 0.5)
    seen[mirrored] = seen[mirrored].flip(-1)
    share[mirrored] = share[mirrored].flip(-1)
    if random.random() < COARSER:
        seen, share = coarser(seen, share)
    # Half the time of the usual order of memory.
    return seen.contiguous(memory_format=torch.channels_last), share


def loss(net, seen, share):
    """Cross entropy and one less the overlap (soft Dice)."""
    odds = net(seen)[:, 0]
    guess = torch.sigmoid(odds)
    both = (guess * share).sum((1, 2))
    overlap = (2 * both + 1) / (guess.sum((1, 2)) + share.sum((1, 2)) + 1)
    return F.binary_cross_entropy_with_logits(odds, share) + 1 - overlap.mean()


if __name__ == "__main__":
    minutes, path, drawn, taken, traced, *start = sys.argv[1:]
    torch.manual_seed(1)
    torch.set_num_threads(2)
    net = GlanceNet()
    if start:
        read(net, start[0])
    sources = load(drawn), load(taken), load(traced)
    learn(net, float(minutes), RATE, lambda: loss(net, *batch(*sources)), path)
    write(net, path)
    expect(net, path.replace(".bin", ".csv"))

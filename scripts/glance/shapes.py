"""Things made of simple shapes, as the cut-outs are: codes and share (size, size, 4) from 0 to 1.

Rods, boxes, discs, rings, vessels with handles, chains, frames with bars and fuzzy lumps: kinds that a
folder of cut-outs has few of, and that are hard to tell from their own shadows or from the ground.
"""

import numpy as np
from PIL import Image, ImageDraw
from scipy.ndimage import gaussian_filter

SIZE = 160
FINER = 3

y, x = (np.mgrid[0:SIZE, 0:SIZE] + 0.5).astype(np.float32)


def shape(random):
    """One thing of a kind drawn by lot."""
    kind = random.choice(
        [rod, disc, box, vessel, chain, frame, lump], p=[0.2, 0.16, 0.16, 0.22, 0.1, 0.1, 0.06]
    )
    return np.clip(kind(random), 0, 1).astype(np.float32)


def colour(random):
    """Pale, grey, dark or coloured codes."""
    kind = random.random()
    if kind < 0.4:
        return random.uniform(0.7, 1) * np.exp(random.normal(0, 0.02, 3))
    if kind < 0.65:
        return random.uniform(0.2, 0.75) * np.exp(random.normal(0, 0.02, 3))
    if kind < 0.75:
        return random.uniform(0.02, 0.2) * np.exp(random.normal(0, 0.1, 3))
    return random.uniform(0.05, 0.95, 3)


def filled(shade, colours, share):
    return np.dstack([np.clip(shade[..., None] * colours, 0, 1), share])


def banded(random, along, count):
    """Colours in bands over a coordinate from 0 to 1."""
    edges = np.sort(random.uniform(0, 1, count))
    own = np.stack([colour(random) for _ in range(count + 1)])
    return own[np.searchsorted(edges, along.clip(0, 1))]


def rounded(random, across):
    """Light on a round body; across from -1 to 1."""
    height = np.sqrt(np.clip(1 - across**2, 0, 1))
    side, deep = random.uniform(-0.4, 0.4), random.uniform(0.1, 0.8)
    shade = 1 - deep * (1 - height) + side * across * deep
    if random.random() < 0.4:
        at, wide = random.uniform(-0.7, 0.7), random.uniform(0.04, 0.2)
        shade = shade + random.uniform(0.1, 0.7) * np.exp(-(((across - at) / wide) ** 2))
    return shade


def covered(inside):
    """Share of a pixel from the distance to the rim, inside positive."""
    return np.clip(inside + 0.5, 0, 1)


def rod(random):
    turned = random.uniform(0, np.pi)
    along = (x - SIZE / 2) * np.cos(turned) + (y - SIZE / 2) * np.sin(turned)
    across = (y - SIZE / 2) * np.cos(turned) - (x - SIZE / 2) * np.sin(turned)
    half, thick = random.uniform(45, 78), np.exp(random.uniform(np.log(2), np.log(18)))
    taper = 1 - random.choice([0, 0, 0.3, 0.8]) * (along / half + 1) / 2
    inside = np.minimum(half - np.abs(along), thick * taper - np.abs(across))
    shade = rounded(random, across / np.maximum(thick * taper, 0.5))
    return filled(shade, banded(random, (along / half + 1) / 2, random.integers(0, 4)), covered(inside))


def disc(random):
    """Plates, coins, rings; half of them with a rim of another colour."""
    flat = random.choice([1, random.uniform(0.25, 1)])
    away = np.hypot(x - SIZE / 2, (y - SIZE / 2) / flat)
    radius = SIZE / 2 - 2
    inside = (radius - away) * flat
    around = random.choice([0, 0, 0, random.uniform(0.3, 0.9)])
    if around:
        inside = np.minimum(inside, (away - around * radius) * flat)
    slope = random.uniform(-0.2, 0.2, 2)
    shade = 1 + slope[0] * (x / SIZE - 0.5) + slope[1] * (y / SIZE - 0.5)
    colours = np.broadcast_to(colour(random), (SIZE, SIZE, 3)).copy()
    if random.random() < 0.6:
        colours[away < random.uniform(0.5, 0.95) * radius] = colour(random)
    if random.random() < 0.3:
        spokes = np.sin(random.integers(3, 15) * np.arctan2(y - SIZE / 2, x - SIZE / 2)) > 0
        colours[spokes & (away < 0.8 * radius)] = colour(random)
    return filled(shade, colours, covered(inside))


def canvas():
    image = Image.new("RGBA", (SIZE * FINER, SIZE * FINER))
    return image, ImageDraw.Draw(image)


def finished(image):
    """Coarse again, with the colours of half-covered pixels kept."""
    seen = np.asarray(image).astype(np.float32) / 255
    seen[..., :3] *= seen[..., 3:]
    seen = seen.reshape(SIZE, FINER, SIZE, FINER, 4).mean((1, 3))
    seen[..., :3] /= np.maximum(seen[..., 3:], 1e-3)
    return seen


def ink(codes):
    return tuple(int(255 * code) for code in np.clip(codes, 0, 1)) + (255,)


def box(random):
    """Front, top and side, each in its own light; some with a label."""
    image, pen = canvas()
    own = colour(random)
    wide, tall = random.uniform(50, 105, 2)
    deep = random.uniform(0.1, 0.5) * min(wide, tall)
    aside = random.choice([-1, 1]) * random.uniform(0, 1) * deep
    left, top = (SIZE - wide) / 2, (SIZE - tall) / 2
    lights = random.uniform(0.5, 1.1, 3)

    def face(points, light, paint=own):
        pen.polygon([(FINER * px, FINER * py) for px, py in points], fill=ink(paint * light))

    front = [(left, top), (left + wide, top), (left + wide, top + tall), (left, top + tall)]
    back = [(px + aside, py - 0.6 * deep) for px, py in front]
    face([front[0], front[1], back[1], back[0]], lights[1])
    edge = 1 if aside > 0 else 0
    face([front[edge], back[edge], back[3 - edge], front[3 - edge]], lights[2])
    face(front, lights[0])
    if random.random() < 0.5:
        low, high = np.sort(random.uniform(0, 1, (2, 2)), axis=0)
        spots = [(low[0], low[1]), (high[0], low[1]), (high[0], high[1]), (low[0], high[1])]
        face([(left + wide * u, top + tall * v) for u, v in spots], lights[0], colour(random))
    return finished(image)


def vessel(random):
    """A turned body with bands, often a handle or a neck."""
    knots = random.uniform(0.35, 1, 6)
    if random.random() < 0.4:
        knots[:2] = random.uniform(0.12, 0.35)
    tall, wide = random.uniform(80, 150), random.uniform(25, 60)
    top = (SIZE - tall) / 2
    down = (y - top) / tall
    profile = np.interp(np.arange(200) / 199, np.linspace(0, 1, 6), knots)
    profile = wide * gaussian_filter(profile, random.uniform(2, 18), mode="nearest")
    radius = profile[np.clip(down * 199, 0, 199).astype(int)]
    centre = SIZE / 2
    inside = np.minimum(radius - np.abs(x - centre), np.minimum(y - top, top + tall - y))
    shade = rounded(random, (x - centre) / np.maximum(radius, 1))
    picture = filled(shade, banded(random, down, random.integers(0, 4)), covered(inside))
    if random.random() < 0.35:
        at, size = random.uniform(0.3, 0.7), random.uniform(0.15, 0.32) * tall
        side = centre + random.choice([-1, 1]) * profile[int(199 * at)]
        away = np.hypot(x - side, y - top - at * tall)
        handle = covered(random.uniform(2, 6) - np.abs(away - size)) * (1 - picture[..., 3])
        share = picture[..., 3] + handle
        own = colour(random) * random.uniform(0.7, 1)
        mixed = picture[..., :3] * picture[..., 3:] + own * handle[..., None]
        picture = np.dstack([mixed / np.maximum(share, 1e-3)[..., None], share])
    return picture


def chain(random):
    """Links or beads along a closed or open curve, some with a pendant."""
    image, pen = canvas()
    turns = random.uniform(0.75, 1) * 2 * np.pi
    waves, depth = random.integers(2, 6), random.uniform(0, 0.3)
    high = random.uniform(0.4, 1)
    bead = np.exp(random.uniform(np.log(0.7), np.log(5)))
    light, dark = colour(random), colour(random)
    for at in np.arange(0, turns, random.uniform(1.4, 2.6) * bead / 65):
        away = 65 * (1 + depth * np.sin(waves * at)) / (1 + depth)
        px, py = SIZE / 2 + away * np.sin(at), SIZE / 2 - away * high * np.cos(at)
        reach = FINER * bead * random.uniform(0.8, 1.1)
        spot = [FINER * px - reach, FINER * py - reach, FINER * px + reach, FINER * py + reach]
        pen.ellipse(spot, fill=ink(light if random.random() < 0.6 else dark))
    if random.random() < 0.5:
        reach = random.uniform(4, 14)
        py = SIZE / 2 + 65 * high
        spot = [SIZE / 2 - reach, py - reach / 2, SIZE / 2 + reach, py + 1.5 * reach]
        pen.ellipse([FINER * edge for edge in spot], fill=ink(colour(random)))
    return finished(image)


def frame(random):
    """A frame with bars across, some with beads on them: abacus, rack, trellis."""
    image, pen = canvas()
    left, top = random.uniform(8, 40, 2)
    right, bottom = SIZE - left, SIZE - top
    own, wire = colour(random), colour(random)
    bars = random.integers(2, 9)
    for bar in np.linspace(0, 1, bars + 2)[1:-1]:
        px = left + bar * (right - left)
        pen.line([FINER * px, FINER * top, FINER * px, FINER * bottom], fill=ink(wire), width=random.integers(2, 9))
        for _ in range(random.integers(0, 8)):
            py, reach = random.uniform(top + 5, bottom - 5), random.uniform(2, 8)
            spot = [px - reach, py - 0.7 * reach, px + reach, py + 0.7 * reach]
            pen.ellipse([FINER * edge for edge in spot], fill=ink(colour(random)))
    corners = [FINER * edge for edge in (left, top, right, bottom)]
    pen.rectangle(corners, outline=ink(own), width=FINER * random.integers(2, 12))
    return finished(image)


def lump(random):
    """Wool, fur, crumpled cloth: a rim without a line."""
    noise = gaussian_filter(random.normal(size=(SIZE, SIZE)), random.uniform(2, 12))
    rough = gaussian_filter(random.normal(size=(SIZE, SIZE)), random.uniform(0.6, 2))
    away = np.hypot((x - SIZE / 2) / random.uniform(0.7, 1), (y - SIZE / 2) / random.uniform(0.7, 1))
    inside = 50 + 14 * noise / noise.std() - away + random.uniform(0, 4) * rough / rough.std()
    share = np.clip(inside / random.uniform(1, 8) + 0.5, 0, 1)
    shade = np.exp(0.15 * rough / rough.std() + 0.1 * noise / noise.std())
    return filled(shade, colour(random), share)

"""Things made of simple shapes, as the cut-outs are: codes and share (size, size, 4) from 0 to 1.

Rods, boxes, discs, rings, vessels with handles, chains, frames with bars, fuzzy lumps, plain flat forms,
clothes laid flat, bags, tools and printed leaves: kinds that a folder of cut-outs has few of, or that are
hard to tell from their own shadows or from the ground.
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
        [rod, disc, box, vessel, chain, frame, lump, plain, garment, bag, tool, leaf],
        p=[0.11, 0.08, 0.09, 0.12, 0.06, 0.06, 0.05, 0.13, 0.11, 0.07, 0.07, 0.05],
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


def plain(random):
    """A flat form in one colour, with hardly any shade."""
    across, down = (x - SIZE / 2) / 70, (y - SIZE / 2) / 70
    narrow = random.uniform(0.3, 1)
    kind = random.integers(0, 5)
    if kind == 0:
        inside = 1 - np.hypot(across / narrow, down)
    elif kind == 1:
        inside = np.minimum(narrow - np.abs(across), 1 - np.abs(down))
    elif kind == 2:
        corner = random.uniform(0.05, 0.6) * narrow
        beyond = [np.maximum(np.abs(across) - narrow + corner, 0), np.maximum(np.abs(down) - 1 + corner, 0)]
        inside = corner - np.hypot(*beyond)
    elif kind == 3:
        inside = np.minimum(1 - down, narrow * (down + 1) / 2 - np.abs(across))
    else:
        neck, shoulder = random.uniform(0.2, 0.6) * narrow, random.uniform(-0.6, 0.2)
        wide = neck + (narrow - neck) / (1 + np.exp(np.clip((shoulder - down) * 20, -40, 40)))
        inside = np.minimum(1 - np.abs(down), wide - np.abs(across))
    slope = random.normal(0, 0.06, 2)
    shade = 1 + slope[0] * across + slope[1] * down
    return filled(shade, banded(random, down / 2 + 0.5, random.choice([0, 0, 0, 1])), covered(70 * inside))


def pattern(random):
    """Cloth or print over the whole square: plain, stripes, checks, dots or blotches of two colours."""
    first, second = colour(random), colour(random)
    turned, pitch = random.choice([0, np.pi / 2, random.uniform(0, np.pi)]), random.uniform(3, 22)
    along = x * np.cos(turned) + y * np.sin(turned)
    across = y * np.cos(turned) - x * np.sin(turned)
    band = lambda place: np.sin(2 * np.pi * place / pitch)
    kind = random.integers(0, 6)
    if kind < 2:
        share = np.zeros((SIZE, SIZE))
    elif kind == 2:
        share = band(along) > random.uniform(-0.7, 0.8)
    elif kind == 3:
        share = 0.5 * (band(along) > 0) + 0.5 * (band(across) > 0)
    elif kind == 4:
        share = band(along) * band(across) > random.uniform(0.2, 0.8)
    else:
        share = gaussian_filter(random.normal(size=(SIZE, SIZE)), pitch / 3) > 0
    return first + (second - first) * np.asarray(share, np.float32)[..., None]


def folds(random):
    """Shade of soft folds, as a factor."""
    turned = gaussian_filter(random.normal(size=(SIZE, SIZE)), random.uniform(3, 12, 2))
    return np.exp(random.uniform(0.02, 0.2) * turned / turned.std())


def drawn(polygons):
    """Share of polygons in units of the square; those that come with a width are lines."""
    image = Image.new("L", (SIZE * FINER, SIZE * FINER))
    pen = ImageDraw.Draw(image)
    for points, width in polygons:
        corners = [(SIZE * FINER * u, SIZE * FINER * v) for u, v in points]
        if width:
            pen.line(corners, fill=255, width=max(1, int(SIZE * FINER * width)), joint="curve")
        else:
            pen.polygon(corners, fill=255)
    share = np.asarray(image).astype(np.float32) / 255
    return share.reshape(SIZE, FINER, SIZE, FINER).mean((1, 3))


def mirrored(half):
    """Both sides of what is given from top to bottom for one, about the middle."""
    return [(0.5 + u, v) for u, v in half] + [(0.5 - u, v) for u, v in reversed(half)]


def garment(random):
    """A shirt, a dress or trousers, laid flat; a tenth of them as pale as the ground."""
    uniform = random.uniform
    shoulder, waist, hem = uniform(0.14, 0.22), uniform(0.1, 0.24), uniform(0.12, 0.4)
    top, low = uniform(0.04, 0.12), uniform(0.7, 0.95)
    if random.random() < 0.3:
        crotch, ankle, gap = uniform(0.3, 0.5), uniform(0.06, 0.14), uniform(0.005, 0.05)
        half = [(waist, top), (waist + 0.05, crotch), (gap + ankle, low), (gap, low), (0.002, crotch)]
        parts = [(mirrored(half[:4]) if gap < 0.01 else mirrored(half), 0)]
    else:
        half = [(0.06, top), (shoulder, top + 0.05), (waist, 0.45), (hem, low)]
        parts = [(mirrored(half), 0)]
        if random.random() < 0.75:
            out, down, wide = uniform(0.08, 0.25), uniform(0.1, 0.6), uniform(0.06, 0.13)
            sleeve = [
                (shoulder - 0.02, top + 0.04), (shoulder + out, top + down),
                (shoulder + out - wide, top + down + 0.03), (waist, top + 0.05 + 1.6 * wide),
            ]
            for side in (-1, 1):
                parts.append(([(0.5 + side * u, v) for u, v in sleeve], 0))
    colours = pattern(random)
    if random.random() < 0.1:
        colours = np.broadcast_to(uniform(0.85, 1) * np.ones(3), (SIZE, SIZE, 3))
    return filled(folds(random), colours, drawn(parts))


def bag(random):
    """A body with one or two straps that stand or lie above it."""
    uniform = random.uniform
    top, low, high, wide = uniform(0.35, 0.6), uniform(0.85, 0.95), uniform(0.2, 0.4), uniform(0.2, 0.45)
    strap = uniform(0.15, 0.9) * min(high, wide)
    parts = [(mirrored([(high, top), (wide, low)]), 0)]
    for _ in range(random.integers(1, 3)):
        rise, width = uniform(0.12, top - 0.03), np.exp(uniform(np.log(0.008), np.log(0.05)))
        turn = np.linspace(0, np.pi, 25)
        parts.append((list(zip(0.5 + strap * np.cos(turn), top + 0.01 - rise * np.sin(turn))), width))
    return filled(folds(random), pattern(random), drawn(parts))


def tool(random):
    """A long handle with a blade, a bowl, a head or two rings."""
    uniform = random.uniform
    neck, wide = uniform(0.3, 0.6), uniform(0.03, 0.16)
    width = np.exp(uniform(np.log(0.012), np.log(0.07)))
    turn = np.linspace(0, 2 * np.pi, 33)
    kind = random.integers(0, 4)
    if kind == 0:
        head = [(mirrored([(0.01, 0.03), (wide, uniform(0.05, neck)), (wide * uniform(0.3, 1), neck)]), 0)]
    elif kind == 1:
        head = [(list(zip(0.5 + wide * np.cos(turn), neck / 2 + 0.02 + neck / 2 * np.sin(turn))), 0)]
    elif kind == 2:
        neck = uniform(0.1, 0.25)
        head = [(mirrored([(2 * wide, 0.05), (2 * wide, neck)]), 0)]
    else:
        head = [(mirrored([(0.005, 0.03), (0.03, neck), (0.02, 0.62)]), 0)]
        for side in (-1, 1):
            ring = [0.5 + side * 0.1 + 0.09 * np.cos(turn), 0.78 + uniform(0.1, 0.16) * np.sin(turn)]
            head.append((list(zip(*ring)), width / 2 + 0.01))
            head.append(([(0.5, 0.6), (0.5 + side * 0.08, 0.7)], width / 2 + 0.01))
    handle = [] if kind == 3 else [([(0.5, neck - 0.01), (0.5, 0.97)], width)]
    colours = np.broadcast_to(colour(random), (SIZE, SIZE, 3)).copy()
    if random.random() < 0.7:
        colours[int(neck * SIZE) :] = colour(random)
    shade = rounded(random, np.clip((x / SIZE - 0.5) / 0.2, -1, 1))
    return filled(shade, colours, drawn(head + handle))


def leaf(random):
    """A book, a card or a sheet with print, seen from any side."""
    uniform = random.uniform
    corners = np.array([(0.1, 0.1), (0.9, 0.1), (0.9, 0.9), (0.1, 0.9)]) * [uniform(0.5, 1), 1]
    corners = corners + random.normal(0, 0.04, (4, 2))
    colours = np.broadcast_to(colour(random), (SIZE, SIZE, 3)).copy()
    ink_own = colour(random)
    low, high = np.sort(uniform(0.12, 0.85, 2))
    if random.random() < 0.6:
        at, pitch = int(low * SIZE), random.integers(4, 11)
        lines = (y.astype(int) % pitch < max(1, pitch // 3)) & (y > at) & (y < high * SIZE)
        ends = uniform(0.4, 0.9, SIZE)[(y / pitch).astype(int)] * SIZE * 0.6
        colours[lines & (x > 0.2 * SIZE) & (x < 0.2 * SIZE + ends)] = ink_own
    else:
        left, right = np.sort(uniform(0.1, 0.7, 2))
        spot = (x > left * SIZE) & (x < right * SIZE) & (y > low * SIZE) & (y < high * SIZE)
        colours[spot] = pattern(random)[spot]
    shade = 1 + random.normal(0, 0.08) * (x / SIZE - 0.5)
    return filled(shade, colours, drawn([(np.clip(corners, 0.01, 0.99), 0)]))

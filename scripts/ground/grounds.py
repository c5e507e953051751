"""Grounds for GlanceNet.java's ground network to learn from: what is seen of a ground with the
product on it, and what would be seen of it without.

A ground is four planes: stops over white of the ground as it is seen, and without the product's
shade, 0 at most; the share of each place that is ground; and the product's share.
"""

import struct

import numpy as np
import torch
import torch.nn.functional as F
from scipy import ndimage

# As BareGround.java has them.
MOST_SHADE = 2.5
DARKEST = 2.5
RANGE = 3.25
LEAST_GROUND = 0.3
DEEP_SHADE = 0.8 * MOST_SHADE

# So many of the grounds that are learned from have drawn shadows instead of traced ones.
DRAWN_SHARE = 0.35

random = np.random.default_rng(1)


def load(path):
    """What GroundSets.java wrote, as grounds about the median of what is seen."""
    written = open(path, "rb").read()
    at, grounds = 0, []
    while at + 4 <= len(written):
        width, height = struct.unpack_from(">hh", written, at)
        count = 4 * width * height
        planes = np.frombuffer(written, ">i2", count, at + 4).reshape(4, height, width) / 1000
        at += 4 + 2 * count
        share = np.clip(1 - planes[2] - planes[3], 0, 1) * (planes[0] > -32)
        if (share > 0.5).sum() > 20:
            median = np.median(planes[0][share > 0.5])
            seen, bare = [np.where(share > 0, plane - median, 0) for plane in planes[:2]]
            grounds.append(torch.from_numpy(np.stack([seen, bare, share, planes[2]]).astype(np.float32)))
    return grounds


def between(low, high):
    return random.uniform(low, high)


def chance(share):
    return random.random() < share


def coarse(ground, size):
    """At another size; light is what is averaged."""
    seen, bare, share, product = ground
    lit = torch.stack([torch.exp2(seen) * share, torch.exp2(bare) * share, share, product])
    lit = F.interpolate(lit[None], size=size, mode="area")[0]
    stops = torch.log2((lit[:2] / lit[2].clamp(min=1e-3)).clamp(min=1e-4))
    return torch.cat([torch.where(lit[2] > 0.02, stops, torch.zeros(())), lit[2:]])


def cropped(ground, size):
    """By chance; the product and some ground stay in the frame."""
    _, tall, wide = ground.shape
    across = size[1] / size[0]
    height = int(min(tall, wide / across) * (between(0.55, 1) if chance(0.6) else 1))
    width = min(wide, int(round(height * across)))
    for _ in range(8):
        y = random.integers(tall - height + 1)
        x = random.integers(wide - width + 1)
        part = ground[:, y : y + height, x : x + width]
        if part[3].mean() > 0.02 and part[2].mean() > 0.15:
            return part
    return ground


def places(tall, wide):
    """Down and across, -1 to 1."""
    return torch.meshgrid(torch.linspace(-1, 1, tall), torch.linspace(-1, 1, wide), indexing="ij")


def falloff(tall, wide):
    """What another lamp, or a lens, adds to any ground: stops."""
    y, x = places(tall, wide)
    stops = torch.zeros(tall, wide)
    if chance(0.5):
        angle = between(0, 2 * np.pi)
        stops += between(0, 0.4) * (np.cos(angle) * x + np.sin(angle) * y)
    if chance(0.5):
        stops -= between(0, 0.5) * (x * x + y * y) / 2
    if chance(0.2):
        away = (x - between(-1.5, 1.5)) ** 2 + (y - between(-1.5, 1.5)) ** 2
        stops -= torch.log2(1 + away / between(2, 12))
    return stops


def blurred(plane, sigma):
    reach = max(1, int(2.5 * sigma))
    taps = torch.exp(-(torch.arange(-reach, reach + 1).float() ** 2) / (2 * sigma * sigma))
    taps = (taps / taps.sum())[None, None]
    padded = F.pad(plane[None, None], [reach] * 4, mode="replicate")
    return F.conv2d(F.conv2d(padded, taps[:, :, None]), taps[..., None])[0, 0]


def moved(plane, down, right):
    tall, wide = plane.shape
    down, right = np.clip(down, 1 - tall, tall - 1), np.clip(right, 1 - wide, wide - 1)
    out = torch.zeros_like(plane)
    part = plane[max(0, -down) : tall - max(0, down), max(0, -right) : wide - max(0, right)]
    out[max(0, down) : tall + min(0, down), max(0, right) : wide + min(0, right)] = part
    return out


def thrown(product, flat, lean):
    """A shadow as it lies on the table: the outline, flat and leaning, about its foot."""
    tall, wide = product.shape
    foot = int(torch.nonzero(product.sum(1) > 0.5)[-1])
    y, x = torch.meshgrid(torch.arange(tall).float(), torch.arange(wide).float(), indexing="ij")
    from_y, from_x = foot - (foot - y) / flat, x - (foot - y) * lean
    inside = (from_y >= 0) & (from_y <= foot) & (from_x >= 0) & (from_x <= wide - 1)
    return product[from_y.clamp(0, tall - 1).long(), from_x.clamp(0, wide - 1).long()] * inside


def at_the_foot(product):
    """A patch of shade under a thing."""
    tall, wide = product.shape
    foot = int(torch.nonzero(product.sum(1) > 0.5)[-1])
    columns = torch.nonzero(product.sum(0) > 0.5)
    left, right = int(columns[0]), int(columns[-1])
    y, x = torch.meshgrid(torch.arange(tall).float(), torch.arange(wide).float(), indexing="ij")
    across = max(1.5, (right - left) / 2 * between(0.6, 1.5))
    down = max(1, across * between(0.08, 0.5))
    middle_x = (left + right) / 2 + between(-0.1, 0.1) * wide
    middle_y = foot - down * between(-0.3, 0.8)
    away = torch.sqrt(((x - middle_x) / across) ** 2 + ((y - middle_y) / down) ** 2)
    return torch.clamp(2.5 * (1 - away), 0, 1)


def around(product):
    """Shade that fades with the distance from a thing."""
    away = ndimage.distance_transform_edt(product.numpy() < 0.5)
    reach = np.exp(between(np.log(0.02), np.log(0.25))) * max(product.shape)
    return torch.from_numpy(np.exp(-away / reach).astype(np.float32))


def shadows(product):
    """Up to two of them by formula: the share of light that they leave."""
    tall, wide = product.shape
    light = torch.ones(tall, wide)
    stands = bool((product.sum(1) > 0.5).any() and (product.sum(0) > 0.5).any())
    for _ in range(random.integers(3) if stands else 0):
        kind = random.random()
        if kind < 0.35:
            above = 1 if chance(0.8) else -1
            shape = thrown(product, above * between(0.1, 0.7), between(-1.2, 1.2))
        elif kind < 0.55:
            shape = around(product)
        else:
            shape = at_the_foot(product) if kind < 0.7 else product
            shape = moved(shape, int(between(-0.1, 0.2) * tall), int(between(-0.25, 0.25) * wide))
        shape = blurred(shape, np.exp(between(np.log(0.4), np.log(0.12 * wide))))
        light = light * (1 - shape * between(0.05, 0.75))
    return light


def bend(tall, wide):
    """A wall lit otherwise than the table, and a dim or bright band where the sheet bends; stops."""
    rows = torch.linspace(-1, 1, tall)[:, None].expand(tall, wide)
    width = np.exp(between(np.log(0.05), np.log(0.5)))
    away = (rows - between(-1, 0.6)) / width
    stops = between(-0.5, 0.5) * torch.sigmoid(away) if chance(0.6) else torch.zeros(tall, wide)
    return stops + between(-0.6, 0.2) * torch.exp(-0.5 * away * away) if chance(0.6) else stops


def drawn(ground):
    """With shadows by formula in the place of its own, on its own light or on such by formula."""
    _, bare, share, product = ground
    if chance(0.6):
        bare = bend(*product.shape) if chance(0.5) else torch.zeros(product.shape)
    return torch.stack([bare + torch.log2(shadows(product)), bare, share, product])


def curved(stops, contrast):
    """More or less contrast about the middle, as cameras deliver; white and black stay."""
    light = torch.exp2(stops)
    code = torch.where(light < 0.0031308, 12.92 * light, 1.055 * light.clamp(min=1e-6) ** (1 / 2.4) - 0.055)
    code = (code - contrast * torch.sin(2 * np.pi * code)).clamp(min=0)
    light = torch.where(code < 0.04045, code / 12.92, ((code + 0.055) / 1.055) ** 2.4)
    return torch.log2(light.clamp(min=1e-4))


def varied(ground, size):
    """A ground moved, lit, exposed and toned by chance, so that few of them teach more."""
    ground = coarse(cropped(ground, size), size)
    if chance(0.5):
        ground = ground.flip(-1)
    if chance(DRAWN_SHARE):
        ground = drawn(ground)
    seen, bare, share, product = ground
    other = falloff(*size)
    open_ground = share > 0.5
    median = (seen + other)[open_ground].median() if open_ground.any() else 0
    # About white, where some of it burns out, or far below.
    exposed = between(-1.5, 0.5) if chance(0.7) else -3
    steep = np.exp(random.normal(0, 0.06))
    both = torch.stack([seen, bare]) + other - median
    both = torch.clamp(both * steep + exposed, max=0)
    if chance(0.3):
        both = curved(both, between(-0.02, 0.06))
    if chance(0.4):
        both = torch.clamp(both + between(0, 0.02) * torch.randn(size), max=0)
    return torch.cat([both * (share > 0.02), share[None], product[None]])


def told(grounds):
    """What the network is told of some grounds of one size, as BareGround.java tells it."""
    seen, _, share, product = grounds.unbind(1)
    known = share > LEAST_GROUND
    over = torch.zeros_like(seen)
    for one in range(len(seen)):
        open_ground = share[one] > 0.5
        median = seen[one][open_ground].median() if open_ground.any() else 0
        over[one] = torch.where(known[one], seen[one] - median, torch.zeros(()))
    code = torch.clamp((over + DARKEST) / RANGE, 0, 1)
    return torch.stack([code, product, share * known], 1)

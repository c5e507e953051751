"""Coarse pictures of things on grounds, and which part of each is the thing: what GlanceNet learns from.

Two sources: cut-outs (PNG with alpha) and simple shapes laid on drawn grounds, and photographs of
simulated or traced sets with their masks (NAME.jpg beside NAME.mask.png).

    pictures.py drawn|judging FOLDER_OF_CUT_OUTS COUNT SEED WIDTH HEIGHT OUT.npz
    pictures.py taken OUT.npz FOLDER...
"""

import glob
import os
import sys

import numpy as np
from PIL import Image
from scipy.ndimage import gaussian_filter
from scipy.special import expit

import shapes

WIDTH, HEIGHT = 192, 144
NO_THINGS = ("/alphabets/", "/math/", "/music/")


def light(codes):
    return np.where(codes <= 0.04045, codes / 12.92, ((codes + 0.055) / 1.055) ** 2.4)


def codes(light):
    light = np.clip(light, 0, 1)
    return np.where(light <= 0.0031308, light * 12.92, 1.055 * light ** (1 / 2.4) - 0.055)


class Drawing:
    """One drawn picture: everything is chosen by the seed."""

    def __init__(self, seed, cut_outs, width, height):
        self.random = np.random.default_rng(seed)
        self.width, self.height = width, height
        self.y, self.x = np.mgrid[0:height, 0:width].astype(np.float32)
        self.across, self.along = self.x / width - 0.5, self.y / height - 0.5
        self.cut_outs = cut_outs

    def chance(self, share):
        return self.random.random() < share

    def noise(self, height, width, tall, wide):
        values = gaussian_filter(self.random.normal(size=(height, width)), (tall, wide))
        return values / (values.std() + 1e-9)

    def tone(self, darkest, lightest, tint):
        """Light of the three channels."""
        grey = np.exp(self.random.uniform(np.log(darkest), np.log(lightest)))
        return grey * np.exp(self.random.normal(0, tint, 3))

    def texture(self):
        """Plain, long grain, blotches or boards, as factors on light."""
        size = self.height, self.width
        kind = self.random.integers(0, 4)
        if kind == 0:
            return np.ones(size)
        if kind == 1:
            grain = self.noise(*size, self.random.uniform(0.5, 2), self.random.uniform(6, 30))
            return np.exp(grain * self.random.uniform(0.03, 0.35))
        if kind == 2:
            grain = self.noise(*size, *self.random.uniform(0.6, 4, 2))
            return np.exp(grain * self.random.uniform(0.02, 0.3))
        slope, pitch = self.random.uniform(-0.4, 0.4), self.random.uniform(8, 30)
        wave = np.sin((self.y + slope * self.x) * 2 * np.pi / pitch)
        return np.exp(-0.3 * (wave > 0.97) + 0.06 * wave + 0.018 * self.noise(*size, 0.7, 10))

    def ground(self):
        """A sheet, evenly lit or not, with a bend or none; a third of them end before the frame."""
        kind = self.random.choice(["white", "grey", "dark", "coloured"], p=[0.6, 0.2, 0.08, 0.12])
        darkest, lightest, tint = {
            "white": (0.45, 1.3, 0.03),
            "grey": (0.12, 0.5, 0.03),
            "dark": (0.01, 0.1, 0.05),
            "coloured": (0.1, 0.8, 0.35),
        }[kind]
        paper = self.tone(darkest, lightest, tint)
        normal, uniform = self.random.normal, self.random.uniform
        stops = normal(0, 0.25) * self.across + normal(0, 0.25) * self.along
        off = (self.across - normal(0, 0.2)) ** 2 + (self.along - normal(0, 0.2)) ** 2
        stops = stops - abs(normal(0, 0.5)) * off
        if self.chance(0.6):
            at, width = uniform(0.25, 0.7) * self.height, uniform(1, 12)
            stops = stops + normal(0, 0.25) * expit((at - self.y) / width)
            stops -= abs(normal(0, 0.12)) * np.exp(-(((self.y - at) / (1.5 * width + 2)) ** 2))
        sheet = paper[:, None, None] * np.exp(stops)[None]
        if self.chance(0.25):
            sheet = sheet * self.texture() ** uniform(0.1, 0.4)
        return self.on_table(sheet) if self.chance(0.35) else sheet

    def on_table(self, sheet):
        normal, uniform = self.random.normal, self.random.uniform
        table = self.tone(0.03, 0.6, 0.25)[:, None, None] * self.texture()[None]
        table = table * np.exp(normal(0, 0.3) * self.across)[None]
        if self.chance(0.3):
            wall = self.tone(0.05, 0.9, 0.15)[:, None, None]
            table = np.where(self.y[None] < uniform(0.1, 0.5) * self.height, wall, table)
        left = -5 if self.chance(0.4) else uniform(0, 0.22) * self.width
        right = self.width + 5 if self.chance(0.4) else self.width - uniform(0, 0.22) * self.width
        top = -5 if self.chance(0.5) else uniform(0, 0.25) * self.height
        bottom = self.height + 5 if self.chance(0.5) else self.height - uniform(0, 0.2) * self.height
        slopes = normal(0, 0.08, 4)
        down, over = self.y - self.height / 2, self.x - self.width / 2
        inside = np.minimum.reduce([
            self.x - left + slopes[0] * down,
            right - self.x + slopes[1] * down,
            self.y - top + slopes[2] * over,
            bottom - self.y + slopes[3] * over,
        ])
        share = np.clip(inside / 1.2 + 0.5, 0, 1)
        shade = 1 - 0.3 * self.random.random() * gaussian_filter(share, 1.5)
        return sheet * share + table * (1 - share) * shade

    def one(self):
        """Codes and share of a cut-out or a shape, nothing around it; whether it is a shape."""
        made = self.chance(0.4)
        picture = None
        while picture is None or picture[..., 3].max() < 0.5 or picture[..., 3].mean() > 0.97:
            if made:
                picture = shapes.shape(self.random)
            else:
                picture = cut_out(self.cut_outs[self.random.integers(len(self.cut_outs))])
        rows, columns = np.where(picture[..., 3] > 0.3)
        picture = picture[rows.min() : rows.max() + 1, columns.min() : columns.max() + 1]
        return (picture[:, ::-1] if self.chance(0.5) else picture), made

    def several(self, first):
        """Two to four in a row, as pairs and sets are sold: the same again, or others; they stand on one line."""
        own = [first]
        for _ in range(self.random.choice([1, 1, 1, 2, 3])):
            other = first if self.chance(0.6) else self.one()[0]
            own.append(other[:, ::-1] if self.chance(0.5) else other)
        tall = [len(first)] + [int(len(first) * self.random.uniform(0.35, 1.1)) for _ in own[1:]]
        if self.chance(0.5):
            tall = [len(first)] * len(own)
        gap = int(len(first) * self.random.uniform(0.02, 0.4))
        row = []
        for picture, high in zip(own, tall):
            wide = max(3, int(picture.shape[1] * high / len(picture)))
            image = Image.fromarray((picture * 255).astype(np.uint8), "RGBA")
            sized = np.asarray(image.resize((wide, max(3, high)), Image.BILINEAR)).astype(np.float32) / 255
            above = max(tall) + 2 - len(sized)
            row.append(np.pad(sized, ((above, 0), (0, gap), (0, 0))))
        return np.concatenate(row, 1)

    def thing(self):
        """Light and share of what is for sale, scaled and turned, many of them painted anew."""
        picture, made = self.one()
        if self.chance(0.2):
            picture = self.several(picture)
        tall, wide = picture.shape[:2]
        fill = self.random.uniform(0.25, 0.95) if self.chance(0.9) else self.random.uniform(0.12, 0.3)
        scale = min(fill * self.height / tall, fill * self.width / wide)
        if self.chance(0.25):
            # Closer than the frame holds.
            scale = min(scale * self.random.uniform(1, 2), self.width * 1.6 / wide)
        image = Image.fromarray((picture * 255).astype(np.uint8), "RGBA")
        image = image.resize((max(3, int(wide * scale)), max(3, int(tall * scale))), Image.LANCZOS)
        if self.chance(0.5):
            lying = self.chance(0.3)
            turned = self.random.uniform(0, 360) if lying else self.random.normal(0, 12)
            image = image.rotate(turned, expand=True, resample=Image.BICUBIC)
        picture = np.asarray(image).astype(np.float32) / 255
        share = picture[..., 3]
        if (share > 0.5).sum() < 30:
            return None
        lit = light(picture[..., :3]).transpose(2, 0, 1)
        anew = self.chance(0.15 if made else 0.45)
        return (self.painted(lit, share) if anew else lit), share

    def painted(self, lit, share):
        """Pale, like metal, or dark; the relief stays."""
        product = share > 0.5
        tall, wide = share.shape
        relief = lit.mean(0) / (lit.mean(0)[product].mean() + 1e-4)
        relief = np.clip(relief, 0.05, 3) ** self.random.uniform(0, 0.5)
        y, x = np.mgrid[0:tall, 0:wide]
        turned = self.random.uniform(0, 2 * np.pi)
        depth = gaussian_filter(product.astype(float), max(1, 0.08 * np.sqrt(product.sum())))
        slope = (x / wide - 0.5) * np.cos(turned) + (y / tall - 0.5) * np.sin(turned)
        shade = 1 + self.random.uniform(0, 0.5) * slope + self.random.uniform(-0.2, 0.6) * (depth - 0.7)
        kind = self.random.random()
        if kind < 0.6:
            tone = self.tone(0.4, 1, 0.04)
        elif kind < 0.8:
            tone = self.tone(0.2, 0.9, 0.03)
            streaks = self.noise(
                tall, wide, 1 + 0.1 * tall * self.random.random(), 0.5 + 0.03 * wide * self.random.random()
            )
            relief = relief * np.exp(streaks * self.random.uniform(0.2, 0.8))
        else:
            tone = self.tone(0.01, 0.3, 0.3)
        return tone[:, None, None] * (shade * relief)[None]

    def placed(self, values, left, top):
        """On the whole picture; null where nothing of it lies there."""
        tall, wide = values.shape[-2:]
        x0, y0 = max(0, left), max(0, top)
        x1, y1 = min(self.width, left + wide), min(self.height, top + tall)
        if x1 <= x0 or y1 <= y0:
            return None
        out = np.zeros(values.shape[:-2] + (self.height, self.width), np.float32)
        out[..., y0:y1, x0:x1] = values[..., y0 - top : y1 - top, x0 - left : x1 - left]
        return out

    def thrown(self, share, foot, aside, back):
        """The thing's shadow on the ground: each of its rows moved by its height over the foot."""
        shadow = np.zeros_like(share)
        for y in range(self.height):
            height = (y - foot) / back
            row = foot - height
            if height >= 0 and 0 <= row < self.height - 1:
                columns = np.arange(self.width) - aside * height
                seen = share[int(row)][np.clip(columns.astype(int), 0, self.width - 1)]
                shadow[y] = np.where((columns >= 0) & (columns < self.width), seen, 0)
        return shadow

    def shade(self, cut, share, left, top):
        """What the thing leaves of the ground's light: thrown shadows, shade at its foot and all round."""
        if self.chance(0.15):
            return np.ones_like(share)
        normal, uniform = self.random.normal, self.random.uniform
        rows = np.where(share.max(1) > 0.5)[0]
        foot, tall = rows.max(), rows.max() - rows.min() + 1
        size = np.sqrt((share > 0.5).sum())
        left_over = np.ones_like(share)
        for _ in range(self.random.integers(0, 3)):
            if self.chance(0.6):
                back = self.random.choice([-1, 1]) * uniform(0.1, 0.6)
                shadow = self.thrown(share, foot - uniform(0, 0.1) * size, normal(0, 0.9), back)
            else:
                aside, below = int(normal(0, 0.12) * size), int(abs(normal(0, 0.1)) * size)
                shadow = self.placed(cut, left + aside, top + below)
            if shadow is not None:
                soft = self.random.choice([0.3, 0.6, 1.5, 3, 6]) * uniform(0.6, 1.4)
                left_over *= 1 - np.clip(gaussian_filter(shadow, soft) * uniform(0.1, 0.75), 0, 0.9)
        if self.chance(0.8):
            low = share * (self.y > foot - 0.25 * tall)
            low = gaussian_filter(low, (uniform(0.03, 0.12) * size, uniform(0.08, 0.3) * size))
            left_over *= 1 - np.clip(low / (low.max() + 1e-6) * uniform(0.1, 0.7), 0, 0.9)
        if self.chance(0.5):
            left_over *= 1 - gaussian_filter(share, uniform(0.1, 0.5) * size) * uniform(0, 0.4)
        if self.chance(0.12):
            mirrored = np.zeros_like(share)
            for y in range(foot + 1, min(self.height, 2 * foot + 1)):
                mirrored[y] = share[2 * foot - y]
            left_over *= 1 - 0.3 * self.random.random() * gaussian_filter(mirrored, 1.5)
        return left_over

    def like_ground(self, lit, cut, sheet):
        """The thing in the ground's own tone: told by its shades and its rim alone."""
        product = cut > 0.5
        own = np.median(lit[:, product], axis=1)
        ground = np.median(sheet.reshape(3, -1), axis=1) * self.random.uniform(0.8, 1.2)
        flatter = (lit / (own[:, None, None] + 1e-3)) ** self.random.uniform(0.3, 1)
        return ground[:, None, None] * flatter

    def with_card(self, behind):
        """A card of coloured patches lies on the ground; it is no part of the thing."""
        uniform = self.random.uniform
        tall = int(uniform(0.12, 0.35) * self.height)
        wide = int(tall * uniform(1.2, 1.6))
        rows, columns = self.random.choice([(4, 6), (3, 4), (1, 3)])
        patches = uniform(0.02, 0.9, (3, rows, columns))
        if self.chance(0.3):
            patches = np.broadcast_to(uniform(0.02, 0.9, (1, rows, columns)), patches.shape)
        row = np.arange(tall) * rows // tall
        column = np.arange(wide) * columns // wide
        card = patches[:, row][:, :, column] * uniform(0.4, 1)
        left = self.random.integers(-wide // 4, self.width - 3 * wide // 4)
        top = self.random.integers(-tall // 4, self.height - 3 * tall // 4)
        here = self.placed(np.ones((tall, wide), np.float32), left, top)
        return behind * (1 - here) + self.placed(card, left, top) * here

    def as_glass(self, behind, share):
        """The ground seen through the thing, its rims dark, with a few highlights."""
        size = np.sqrt((share > 0.5).sum())
        rim = np.clip(share - gaussian_filter(share, 0.06 * size + 0.5), 0, 1)
        dark = np.clip(2.2 * rim * self.random.uniform(0.3, 1), 0, 0.9)
        bright = self.noise(self.height, self.width, 1.5, 1) > 2.2
        return behind * (1 - self.random.uniform(0.02, 0.25)) * (1 - dark)[None] + bright * self.random.uniform(
            0, 0.8
        )

    def draw(self):
        """Codes of the picture (3, height, width) and the thing's share, both from 0 to 255."""
        share = None
        while share is None or (share > 0.5).sum() < 25:
            thing = self.thing()
            if thing is None:
                continue
            lit, cut = thing
            tall, wide = cut.shape
            left = int(self.random.normal((self.width - wide) / 2, max(self.width, wide) * 0.08))
            top = int(self.random.normal((self.height - tall) * 0.6, max(self.height, tall) * 0.06))
            share = self.placed(cut, left, top)
        sheet = self.ground()
        if self.chance(0.15):
            lit = self.like_ground(lit, cut, sheet)
        if self.chance(0.06):
            sheet = self.with_card(sheet)
        behind = sheet * self.shade(cut, share, left, top)
        if self.chance(0.12):
            own = self.as_glass(behind, share)
        else:
            own = self.placed(lit, left, top)
        seen = gaussian_filter(behind * (1 - share) + own * share, (0, 0.35, 0.35))
        seen = seen * np.exp2(self.random.normal(0, 0.35))
        seen = seen * np.exp(self.random.normal(0, 0.06, 3))[:, None, None]
        values = codes(seen)
        if self.chance(0.4):
            bent = np.sin(2 * np.pi * (values - 0.5))
            values = np.clip(values - 0.5 * self.random.uniform(0, 0.12) * bent, 0, 1)
        values = values + self.random.normal(0, self.random.choice([0.002, 0.006, 0.015]), values.shape)
        return to_bytes(values), to_bytes(share)


def to_bytes(values):
    return (np.clip(values, 0, 1) * 255).astype(np.uint8)


kept = {}


def cut_out(path):
    if path not in kept:
        image = Image.open(path).convert("RGBA")
        image.thumbnail((240, 240), Image.LANCZOS)
        kept[path] = np.asarray(image)
    return kept[path].astype(np.float32) / 255


def reduced(photo):
    """A photograph and its mask as coarse means of light."""
    mask = np.asarray(Image.open(photo[: -len(".jpg")] + ".mask.png"))
    mask = mask if mask.ndim == 2 else mask[..., 1]
    share = mask.astype(np.float32) / (65535 if mask.max() > 255 else 255)
    lit = light(np.asarray(Image.open(photo).convert("RGB")).astype(np.float32) / 255)

    def means(plane):
        image = Image.fromarray(plane.astype(np.float32))
        return np.asarray(image.resize((WIDTH, HEIGHT), Image.BOX))

    seen = np.stack([means(lit[..., channel]) for channel in range(3)])
    return to_bytes(codes(seen)), to_bytes(means(share))


def main(kind, *args):
    if kind in ("drawn", "judging"):
        folder, count, seed, width, height, out = args
        cut_outs = sorted(glob.glob(os.path.join(folder, "**", "*.png"), recursive=True))
        cut_outs = [path for path in cut_outs if not any(one in path for one in NO_THINGS)]
        # Each fifth is kept for judging what was learned.
        cut_outs = [path for at, path in enumerate(cut_outs) if (at % 5 == 0) == (kind == "judging")]
        pairs = [
            Drawing(int(seed) + i, cut_outs, int(width), int(height)).draw() for i in range(int(count))
        ]
    else:
        out, *folders = args
        photos = [photo for folder in folders for photo in sorted(glob.glob(folder + "/*.jpg"))]
        pairs = [reduced(photo) for photo in photos]
    np.savez(out, seen=np.stack([pair[0] for pair in pairs]), share=np.stack([pair[1] for pair in pairs]))
    print("%s: %d pictures" % (out, len(pairs)))


if __name__ == "__main__":
    main(*sys.argv[1:])

"""The network of GlanceNet.java, for learning, and the file of its weights.

Down by halves and up again (U-Net, 2015); where it is coarsest, it thinks the whole picture over in
a few rounds, each of which only adds to what is known (residual learning, 2015).
"""

import copy
import struct
import time

import numpy as np
import torch
import torch.nn as nn
import torch.nn.functional as F

# Of the second network, which learns on; the first, which stays as it is, has 48 and 64 at the end.
CHANNELS = (8, 16, 32, 64, 96)
ROUNDS = 3


def layer(channels_in, channels_out):
    return nn.Sequential(nn.Conv2d(channels_in, channels_out, 3, padding=1), nn.ReLU(inplace=True))


class GlanceNet(nn.Module):
    def __init__(self, channels=CHANNELS, rounds=ROUNDS):
        super().__init__()
        self.channels = channels
        self.down = nn.ModuleList()
        before = 3
        for here in channels:
            self.down.append(nn.Sequential(layer(before, here), layer(here, here)))
            before = here
        self.middle = layer(before, before)
        self.rounds = nn.ModuleList(
            nn.Sequential(layer(before, before), nn.Conv2d(before, before, 3, padding=1))
            for _ in range(rounds)
        )
        self.up = nn.ModuleList()
        for here in reversed(channels[:-1]):
            self.up.append(layer(before + here, here))
            before = here
        self.last = nn.Conv2d(before, 1, 1)

    def forward(self, codes):
        """Logarithm of the odds for product; codes of sRGB from 0 to 1, sides multiples of 16."""
        maps = 4 * (codes - 0.5)
        seen = []
        for level, layers in enumerate(self.down):
            maps = layers(F.max_pool2d(maps, 2) if level else maps)
            seen.append(maps)
        maps = self.middle(maps)
        for round in self.rounds:
            maps = F.relu(maps + round(maps))
        for layer_up, beside in zip(self.up, reversed(seen[:-1])):
            maps = layer_up(torch.cat([F.interpolate(maps, scale_factor=2, mode="nearest"), beside], 1))
        return self.last(maps)

    def convolutions(self):
        """In the order of the weights' file."""
        both = [step[0] for layers in self.down for step in layers]
        rounds = [step for round in self.rounds for step in (round[0][0], round[1])]
        return both + [self.middle[0]] + rounds + [step[0] for step in self.up] + [self.last]


def learn(net, minutes, rate, loss, path, judge=lambda: None):
    """Takes steps down ``loss()``, that of some pictures by chance; writes and judges now and then."""
    net.to(memory_format=torch.channels_last)
    steps = torch.optim.AdamW(net.parameters(), lr=rate, weight_decay=1e-4)
    start = time.time()
    losses = []
    while time.time() < start + 60 * minutes:
        done = (time.time() - start) / (60 * minutes)
        for group in steps.param_groups:
            warming = min(1, 0.01 + len(losses) / 100)
            group["lr"] = rate * warming * (0.5 + 0.5 * np.cos(np.pi * done)) + 1e-5
        now = loss()
        steps.zero_grad()
        now.backward()
        steps.step()
        losses.append(float(now.detach()))
        if len(losses) % 250 == 0:
            print("%d steps, loss %.4f" % (len(losses), np.mean(losses[-250:])), flush=True)
        if len(losses) % 1000 == 0:
            judge()
            write(copy.deepcopy(net), path)


def write(net, path):
    """As GlanceNet.java reads it; the network keeps the weights as they are written."""
    out = bytearray([len(net.channels), *net.channels, len(net.rounds)])
    for convolution in net.convolutions():
        for own, bias in zip(convolution.weight.data, convolution.bias.data):
            scale = max(1e-8, float(own.abs().max()))
            steps = np.round(own.numpy() / scale * 127).astype(np.int8)
            out += struct.pack(">ff", float(bias), scale) + steps.tobytes()
            own.copy_(torch.from_numpy(steps.astype(np.float32) * np.float32(scale / 127)))
    with open(path, "wb") as file:
        file.write(out)


def read(net, path):
    """The weights that write() wrote."""
    written = open(path, "rb").read()
    at = 2 + written[0]
    for convolution in net.convolutions():
        for own, bias in zip(convolution.weight.data, convolution.bias.data):
            level, scale = struct.unpack_from(">ff", written, at)
            steps = np.frombuffer(written, np.int8, own.numel(), at + 8).reshape(own.shape)
            at += 8 + own.numel()
            own.copy_(torch.from_numpy(steps.astype(np.float32) * np.float32(scale / 127)))
            bias.fill_(level)


def expect(net, path):
    """What the network says of a picture made by a formula, at each eighth pixel: for GlanceNetTest."""
    channel, y, x = np.mgrid[0:3, 0:48, 0:64]
    seen = (7 * x + 3 * y + 11 * channel) % 32 / 31
    seen = np.where((x - 32) ** 2 / 400 + (y - 26) ** 2 / 200 < 1, 0.3 * seen, seen)
    with torch.no_grad():
        shares = torch.sigmoid(net(torch.from_numpy(seen[None].astype(np.float32))))[0, 0]
    np.savetxt(path, shares[::8, ::8].numpy(), fmt="%.6f", delimiter=",")

#!/usr/bin/env python3
"""Trains the reader's network on staves that draw.mjs made.

    python3 scripts/reader/train.py SECONDS OUT.pt FOLDER [FOLDER ...] [--from OLD.pt]

Debian: python3-torch, python3-numpy, python3-pil. Worn anew each time a piece is shown: size, place, tilt, bend, blur,
low resolution, light, noise, thick and thin ink, and a neighbour's notes at the edge.
"""
import json
import sys
import multiprocessing
import time

import numpy as np
import torch
import torch.nn as nn
import torch.nn.functional as F
from PIL import Image, ImageFilter

SPACE = 10  # points of a staff space in what the network sees
HEIGHT = 176
KEPT = 12  # points of a staff space in what is kept of a page
STRIDE = 4
SEED = 1


def conv(a, b, stride=1):
    return nn.Sequential(nn.Conv2d(a, b, 3, stride, 1, bias=False), nn.BatchNorm2d(b), nn.ReLU(inplace=True))


class Block(nn.Module):
    def __init__(self, c):
        super().__init__()
        self.a = conv(c, c)
        self.b = nn.Sequential(nn.Conv2d(c, c, 3, 1, 1, bias=False), nn.BatchNorm2d(c))

    def forward(self, x):
        return F.relu(x + self.b(self.a(x)))


class Reader(nn.Module):
    """Finds symbols: for each of them how likely its middle lies in a cell of four points, and where in the cell."""

    def __init__(self, symbols, c=(12, 24, 48, 80)):
        super().__init__()
        self.s2 = conv(2, c[0], 2)
        self.s4 = nn.Sequential(conv(c[0], c[1], 2), Block(c[1]))
        self.s8 = nn.Sequential(conv(c[1], c[2], 2), Block(c[2]), Block(c[2]))
        self.s16 = nn.Sequential(conv(c[2], c[3], 2), Block(c[3]), Block(c[3]), Block(c[3]))
        self.up8 = nn.Conv2d(c[3], c[2], 1)
        self.d8 = Block(c[2])
        self.up4 = nn.Conv2d(c[2], c[1], 1)
        self.d4 = nn.Sequential(Block(c[1]), conv(c[1], 32))
        self.heat = nn.Conv2d(32, symbols, 1)
        self.place = nn.Conv2d(32, 2, 1)
        nn.init.constant_(self.heat.bias, -5.0)

    def forward(self, x):
        """x: n x 1 x 176 x w, ink 1, paper 0. Gives n x (symbols + 2) x 44 x w/4: likelihoods, then places in a cell."""
        n, _, h, w = x.shape
        rows = torch.linspace(-1, 1, HEIGHT).view(1, 1, HEIGHT, 1).expand(n, 1, h, w)
        a = self.s2(torch.cat([x, rows], 1))
        b = self.s4(a)
        c = self.s8(b)
        d = self.s16(c)
        c = self.d8(c + F.interpolate(self.up8(d), scale_factor=2, mode='nearest'))
        b = self.d4(b + F.interpolate(self.up4(c), scale_factor=2, mode='nearest'))
        return torch.cat([torch.sigmoid(self.heat(b)), self.place(b)], 1)


class Staves:
    def __init__(self, folders):
        self.items = []
        for folder in folders:
            labels = json.load(open(f'{folder}/labels.json'))
            self.names = labels['names']
            self.space, drawn = KEPT, labels['space']
            for s in labels['staves']:
                self.items.append((f"{folder}/{s['file']}", np.array(s['symbols'], np.float32).reshape(-1, 3) * [1, KEPT / drawn, KEPT / drawn], KEPT / drawn))
        self.kept = {}

    def image(self, item):
        path, _, k = item
        if path not in self.kept:
            page = Image.open(path).convert('L')
            self.kept[path] = np.asarray(page.resize((round(page.width * k), round(page.height * k)), Image.BOX))
        return self.kept[path]


def worn(staves, rng, width):
    """One piece of a staff as a bad photograph shows it, and where its symbols are. Only numpy and Pillow."""
    item = staves.items[rng.integers(len(staves.items))]
    page, symbols = staves.image(item), item[1]
    k = SPACE / staves.space * rng.normal(1, 0.025)  # how well the size was found
    kx = k * rng.uniform(0.92, 1.08)
    src_w, src_h = width / kx, HEIGHT / k
    x0 = rng.uniform(-src_w * 0.25, max(1, page.shape[1] - src_w * 0.75))
    # The beginning of a line has what is rare elsewhere.
    if rng.random() < 0.3:
        x0 = rng.uniform(-0.2 * src_w, 0.2 * src_w)
    y0 = page.shape[0] / 2 - src_h / 2 + rng.normal(0, 0.11) * staves.space
    tilt = rng.normal(0, 0.006)
    bend = rng.normal(0, 0.05) * staves.space
    phase, wave = rng.uniform(0, 6.28), rng.uniform(0.6, 2) * 6.28 / src_w

    def shift(x):  # how far a column of the page lies too low
        return tilt * (x - x0 - src_w / 2) + bend * np.sin(phase + wave * (x - x0))

    # The resolution it was photographed at: points to a space.
    seen = rng.choice([rng.uniform(6.5, 9), rng.uniform(9, 12), KEPT])
    img = Image.fromarray(page)
    left, right = int(max(0, np.floor(x0 - 8))), int(min(page.shape[1], np.ceil(x0 + src_w + 8)))
    img = img.crop((left, 0, max(right, left + 8), page.shape[0]))
    if rng.random() < 0.35:  # what stands over or under it on the page
        other = staves.image(staves.items[rng.integers(len(staves.items))])
        ox = rng.integers(0, max(1, other.shape[1] - img.width))
        part = np.full((page.shape[0], img.width), 255, np.uint8)
        off = int(rng.uniform(8.5, 13) * staves.space) * (1 if rng.random() < 0.5 else -1)
        cut = other[:, ox : ox + img.width]
        if off > 0:
            part[off:, : cut.shape[1]] = cut[: page.shape[0] - off]
        else:
            part[:off, : cut.shape[1]] = cut[-off:]
        # Only what lies beyond the middle between the two.
        mid = page.shape[0] // 2 + off // 2
        keep = np.zeros(page.shape[0], bool)
        keep[mid:] = off > 0
        keep[:mid] = off < 0
        base = np.array(img)
        base[keep] = np.minimum(base[keep], part[keep])
        img = Image.fromarray(base)
    # Ink that ran, or did not take.
    dice = rng.random()
    if dice < 0.24:
        img = Image.blend(img, img.filter(ImageFilter.MinFilter(3) if dice < 0.14 else ImageFilter.MaxFilter(3)), rng.uniform(0.2, 0.8))
    sigma = rng.choice([0, rng.uniform(0, 0.7), rng.uniform(0.6, 1.9)], p=[0.25, 0.4, 0.35])
    if sigma > 0:
        img = img.filter(ImageFilter.GaussianBlur(sigma))
    if seen < KEPT - 0.5:
        q = seen / staves.space
        small = img.resize((max(4, int(img.width * q)), max(4, int(img.height * q))), Image.BILINEAR if rng.random() < 0.6 else Image.BOX)
        if rng.random() < 0.2:  # a scan in black and white
            t = rng.uniform(95, 190)
            small = small.point(lambda v: 255 if v > t else 0)
        img = small.resize(img.size, Image.BICUBIC if rng.random() < 0.5 else Image.BILINEAR)
    a = np.asarray(img, np.float32)
    # Into the network's points: columns moved as the page bends.
    ys = (np.arange(HEIGHT) + 0.5) / k + y0
    xs = (np.arange(width) + 0.5) / kx + x0
    gx = np.clip(xs - left - 0.5, 0, a.shape[1] - 1)
    inside = (xs >= 0) & (xs < page.shape[1]) & (xs - left < a.shape[1])
    gy = ys[:, None] + shift(xs)[None, :] - 0.5
    x_lo = np.minimum(np.floor(gx).astype(int), a.shape[1] - 2)
    fx = (gx - x_lo)[None, :]
    gy = np.clip(gy, 0, a.shape[0] - 1.001)
    y_lo = np.floor(gy).astype(int)
    fy = gy - y_lo
    xl = np.broadcast_to(x_lo[None, :], y_lo.shape)
    out = (a[y_lo, xl] * (1 - fx) + a[y_lo, xl + 1] * fx) * (1 - fy) + (a[y_lo + 1, xl] * (1 - fx) + a[y_lo + 1, xl + 1] * fx) * fy
    out[:, ~inside] = 255
    ink = 1 - out / 255
    # Light: contrast, shadow that was not evened out, noise, paper that shines through.
    ink = ink * rng.uniform(0.55, 1.05)
    if rng.random() < 0.35:
        gradient = np.linspace(rng.uniform(-0.12, 0.2), rng.uniform(-0.12, 0.2), width)[None, :] + np.linspace(rng.uniform(-0.1, 0.1), rng.uniform(-0.1, 0.1), HEIGHT)[:, None]
        ink = ink + gradient.astype(np.float32)
    if rng.random() < 0.6:
        ink = ink + rng.normal(0, rng.uniform(0.01, 0.11), ink.shape)
    if rng.random() < 0.15:
        ink = ink + np.repeat(np.repeat(rng.normal(0, 0.06, (HEIGHT // 4, width // 4)), 4, 0), 4, 1)
    for _ in range(rng.poisson(0.5)):  # pencil, specks
        px, py = rng.uniform(0, width), rng.uniform(0, HEIGHT)
        ang, length, dark = rng.uniform(0, 3.14), rng.uniform(2, 30), rng.uniform(0.15, 0.6)
        t = np.arange(0, length, 0.5)
        cx, cy = (px + t * np.cos(ang)).astype(int), (py + t * np.sin(ang)).astype(int)
        ok = (cx >= 0) & (cx < width) & (cy >= 0) & (cy < HEIGHT)
        ink[cy[ok], cx[ok]] = np.maximum(ink[cy[ok], cx[ok]], dark)
    ink = np.clip(ink, 0, 1)
    # Where its symbols lie now.
    sx = (symbols[:, 1] - x0) * kx
    sy = (symbols[:, 2] - shift(symbols[:, 1]) - y0) * k
    return ink.astype(np.float32), np.stack([symbols[:, 0], sx, sy], 1)


def target(symbols, count, width):
    """Heat that is 1 in a symbol's cell and falls off around it; where in the cell; where to look at the place."""
    h, w = HEIGHT // STRIDE, width // STRIDE
    heat = np.zeros((count, h, w), np.float32)
    place = np.zeros((2, h, w), np.float32)
    weight = np.zeros((1, h, w), np.float32)
    for c, x, y in symbols:
        cx, cy = x / STRIDE, y / STRIDE
        ix, iy = int(np.floor(cx)), int(np.floor(cy))
        for dy in (-1, 0, 1):
            for dx in (-1, 0, 1):
                jx, jy = ix + dx, iy + dy
                if not (0 <= jx < w and 0 <= jy < h):
                    continue
                d2 = (cx - jx - 0.5) ** 2 + (cy - jy - 0.5) ** 2
                g = 1.0 if dx == 0 and dy == 0 else float(np.exp(-d2 / 0.7))
                heat[int(c), jy, jx] = max(heat[int(c), jy, jx], g)
                if g > weight[0, jy, jx]:
                    weight[0, jy, jx] = g
                    place[:, jy, jx] = cx - jx - 0.5, cy - jy - 0.5
    return heat, place, weight


def loss_of(out, heat, place, weight):
    p = out[:, :-2].clamp(1e-5, 1 - 1e-5)
    hit = heat == 1
    pos = -((1 - p) ** 2) * torch.log(p) * hit
    neg = -((1 - heat) ** 4) * p**2 * torch.log(1 - p) * ~hit
    n = hit.sum().clamp(min=1)
    off = (F.smooth_l1_loss(out[:, -2:], place, reduction='none') * weight).sum() / weight.sum().clamp(min=1)
    return (pos.sum() + neg.sum()) / n + 2 * off


def feed(folders, seed, batch, width, ready):
    staves, rng = Staves(folders), np.random.default_rng(seed)
    while True:
        made = []
        for _ in range(batch):
            ink, symbols = worn(staves, rng, width)
            made.append((ink[None], *target(symbols, len(staves.names), width)))
        ready.put([np.stack(a).astype(np.float16) for a in zip(*made)])


def main():
    seconds, out = float(sys.argv[1]), sys.argv[2]
    rest = sys.argv[3:]
    old = None
    if '--from' in rest:
        at = rest.index('--from')
        old = rest[at + 1]
        del rest[at : at + 2]
    torch.set_num_threads(2)
    torch.set_flush_denormal(True)
    torch.manual_seed(SEED)
    staves = Staves(rest)
    count = len(staves.names)
    net = Reader(count)
    if old is not None:
        net.load_state_dict(torch.load(old)['weights'])
    print(f'{len(staves.items)} staves, {sum(p.numel() for p in net.parameters())} weights', flush=True)
    batch, width = 16, 192
    ready = multiprocessing.Queue(8)
    multiprocessing.Process(target=feed, args=(rest, SEED, batch, width, ready), daemon=True).start()
    first = 2e-3 if old is None else 1e-3
    opt = torch.optim.AdamW(net.parameters(), lr=first, weight_decay=1e-4)
    seen = []
    start, step, kept, mean = time.time(), 0, 0.0, None
    while True:
        done = (time.time() - start) / seconds
        if done >= 1:
            break
        rate = first * min(1, (step + 1) / 100) * (0.5 + 0.5 * np.cos(np.pi * done) + 0.005)
        for g in opt.param_groups:
            g['lr'] = rate
        # To wear a piece costs as much as to learn from it: each is seen twice, some time apart.
        if len(seen) < 64 or step % 2 == 0:
            seen.append(ready.get())
            mixed = seen[-1]
        else:
            mixed = seen.pop(int(torch.randint(len(seen) - 1, (1,))))
        x, h, p, w = (torch.from_numpy(a.astype(np.float32)) for a in mixed)
        loss = loss_of(net(x), h, p, w)
        opt.zero_grad()
        loss.backward()
        nn.utils.clip_grad_norm_(net.parameters(), 5)
        opt.step()
        mean = loss.item() if mean is None else 0.98 * mean + 0.02 * loss.item()
        step += 1
        if step % 50 == 0:
            print(f'{time.time() - start:.0f} s, {step} steps, loss {mean:.3f}', flush=True)
        if time.time() - kept > 120:
            kept = time.time()
            torch.save({'weights': net.state_dict(), 'names': staves.names}, out)
    torch.save({'weights': net.state_dict(), 'names': staves.names}, out)


if __name__ == '__main__':
    main()

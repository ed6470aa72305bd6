#!/usr/bin/env python3
"""train.py WORK OUT.bin: trains the network on WORK/takes and writes the layers up to the bottleneck.

OUT.bin, big-endian: int inputs, hidden, outputs; then float32 hiddenWeights[inputs][hidden], hiddenBias[hidden],
outputWeights[hidden][outputs], outputBias[outputs]. An input is context row · bands + band, the rows from early to late."""
import glob
import sys

import numpy as np
from scipy.io import wavfile

# As MelBands and LevelFrames have it; the two must agree.
RATE, HOP, WINDOW, FFT, BANDS = 16000, 80, 400, 512, 26
CONTEXT = np.arange(-10, 11, 2)
HIDDEN, BOTTLENECK, EPOCHS, BATCH = 192, 24, 6, 512
RESTS = ('pau', '#', '_')


def levels(x, frames):
    sums = np.concatenate(([0.0], np.cumsum(x ** 2)))
    centre = np.minimum(len(x), np.arange(frames) * HOP)
    low, high = np.maximum(0, centre - 160), np.minimum(len(x), centre + 160)
    return np.maximum(-120, 10 * np.log10((sums[high] - sums[low]) / np.maximum(1, high - low) + 1e-15))


def filters():
    mel = lambda hertz: 1127 * np.log(1 + hertz / 700)
    edges = 700 * (np.exp(np.linspace(mel(80), mel(7600), BANDS + 2) / 1127) - 1) * FFT / RATE
    bank = np.zeros((FFT // 2 + 1, BANDS))
    for b in range(BANDS):
        left, middle, right = edges[b:b + 3]
        k = np.arange(int(np.ceil(left)), max(int(np.floor(right)), int(np.ceil(left))) + 1)
        bank[k, b] = np.maximum(0.02, np.where(k < middle, (k - left) / (middle - left), (right - k) / (right - middle)))
    return bank


BANK = filters()


def bands(x):
    frames = len(x) // HOP + 1
    level = levels(x, frames)
    loud, quiet = np.percentile(level, 95), np.percentile(level, 8)
    active = max(loud - 55, min(quiet + 6, loud - 18))
    window = 0.5 - 0.5 * np.cos(2 * np.pi * np.arange(WINDOW) / WINDOW)
    floor = 10 ** ((active - 12) / 10) * np.sum(window ** 2) * FFT / BANDS / 8
    sharp = np.concatenate(([0], x[1:] - 0.9 * x[:-1]))
    padded = np.pad(sharp, (WINDOW // 2, WINDOW))
    power = np.abs(np.fft.rfft(padded[np.arange(frames)[:, None] * HOP + np.arange(WINDOW)] * window, FFT)) ** 2
    rows = np.log(power @ BANK + floor)
    sung = rows[level > active]
    return ((rows - sung.mean(0)) / np.maximum(sung.std(0), 0.3)).astype(np.float32)


def load(work):
    classes, rows, index, labels, base = {}, [], [], [], 0
    chance = np.random.RandomState(1)
    for file in sorted(glob.glob(f'{work}/takes/*.wav')):
        m = bands(wavfile.read(file)[1].astype(np.float64) / 32768)
        label = np.full(len(m), -1)
        for mark in open(file[:-4] + '.phones'):
            phone, start, end = mark.split()
            start, end = float(start), float(end)
            rest = phone.split(':')[1] in RESTS
            for third in range(3):
                c = classes.setdefault('rest' if rest else f'{phone}/{third}', len(classes))
                a, b = (int(np.ceil((start + (end - start) * t / 3) * RATE / HOP)) for t in (third, third + 1))
                label[a:b] = c
        rows.append(np.pad(m, ((10, 10), (0, 0)), mode='edge'))
        i = np.arange(chance.randint(2), len(m), 2)
        i = i[label[i] >= 0]
        i = i[(label[i] != classes['rest']) | (chance.rand(len(i)) < 0.3)]
        index.append(i + base + 10)
        labels.append(label[i])
        base += len(rows[-1])
    return np.concatenate(rows), np.concatenate(index), np.concatenate(labels), len(classes)


def train(rows, index, labels, classes):
    """Adam (Kingma & Ba 2015) on the cross-entropy, the rate falling as a cosine."""
    chance = np.random.RandomState(2)
    inputs = len(CONTEXT) * BANDS
    layer = lambda a, b: (chance.randn(a, b) * np.sqrt(2 / a)).astype(np.float32)
    p = [layer(inputs, HIDDEN), np.zeros(HIDDEN, np.float32), layer(HIDDEN, BOTTLENECK) / 2, np.zeros(BOTTLENECK, np.float32),
         layer(BOTTLENECK, HIDDEN), np.zeros(HIDDEN, np.float32), layer(HIDDEN, classes), np.zeros(classes, np.float32)]
    mean, square = [np.zeros_like(w) for w in p], [np.zeros_like(w) for w in p]
    steps, step = EPOCHS * (len(labels) // BATCH), 0
    for epoch in range(EPOCHS):
        order, loss, right = chance.permutation(len(labels)), 0.0, 0.0
        for s in range(0, len(order) - BATCH, BATCH):
            k = order[s:s + BATCH]
            x, y = rows[index[k][:, None] + CONTEXT].reshape(BATCH, inputs), labels[k]
            h1 = np.maximum(x @ p[0] + p[1], 0)
            z = h1 @ p[2] + p[3]
            h2 = np.maximum(z @ p[4] + p[5], 0)
            q = h2 @ p[6] + p[7]
            e = np.exp(q - q.max(1, keepdims=True))
            e /= e.sum(1, keepdims=True)
            loss -= np.log(e[np.arange(BATCH), y] + 1e-9).mean()
            right += (e.argmax(1) == y).mean()
            e[np.arange(BATCH), y] -= 1
            d4 = e / BATCH
            d3 = (d4 @ p[6].T) * (h2 > 0)
            d2 = d3 @ p[4].T + 1e-4 * z / BATCH
            d1 = (d2 @ p[2].T) * (h1 > 0)
            slopes = [x.T @ d1, d1.sum(0), h1.T @ d2, d2.sum(0), z.T @ d3, d3.sum(0), h2.T @ d4, d4.sum(0)]
            step += 1
            rate = 1.5e-3 * min(1, step / 300) * 0.5 * (1 + np.cos(np.pi * min(1, step / steps)))
            for j, slope in enumerate(slopes):
                mean[j] += 0.1 * (slope - mean[j])
                square[j] += 0.002 * (slope * slope - square[j])
                p[j] -= rate * (mean[j] / (1 - 0.9 ** step)) / (np.sqrt(square[j] / (1 - 0.998 ** step)) + 1e-8)
        batches = len(order) // BATCH
        print(f'epoch {epoch + 1}: loss {loss / batches:.3f}, right {100 * right / batches:.1f} %', flush=True)
    return p


def whitened(p, rows, index, labels):
    """The bottleneck, turned and scaled so that frames of one class vary by 1 in every direction."""
    k = np.random.RandomState(3).permutation(len(labels))[:50000]
    x = rows[index[k][:, None] + CONTEXT].reshape(len(k), -1)
    z, y = np.maximum(x @ p[0] + p[1], 0) @ p[2] + p[3], labels[k]
    within = np.zeros((BOTTLENECK, BOTTLENECK))
    for c in np.unique(y):
        d = z[y == c] - z[y == c].mean(0)
        within += d.T @ d / len(k)
    values, vectors = np.linalg.eigh(within)
    turn = vectors / np.sqrt(values)
    _, axes = np.linalg.eigh(np.cov(((z - z.mean(0)) @ turn).T))
    turn = turn @ axes[:, ::-1]
    return p[2] @ turn, (p[3] - z.mean(0)) @ turn


if __name__ == '__main__':
    if len(sys.argv) != 3:
        sys.exit(__doc__)
    rows, index, labels, classes = load(sys.argv[1])
    print(f'{len(labels)} frames, {classes} classes')
    p = train(rows, index, labels, classes)
    weights, bias = whitened(p, rows, index, labels)
    with open(sys.argv[2], 'wb') as out:
        np.array([p[0].shape[0], HIDDEN, BOTTLENECK], '>i4').tofile(out)
        for part in (p[0], p[1], weights, bias):
            part.astype('>f4').tofile(out)

#!/usr/bin/env python3
"""corpus.py WORK: writes takes of labelled synthetic speech and singing into WORK/takes: NAME.wav (16 kHz mono) and
NAME.phones (language:phone start end, seconds)."""
import os
import random
import subprocess
import sys
from concurrent.futures import ThreadPoolExecutor
from fractions import Fraction

import numpy as np
from scipy.io import wavfile
from scipy.signal import butter, fftconvolve, lfilter, resample_poly

HERE = os.path.dirname(os.path.abspath(__file__))
RATE = 16000
SPOKEN, SUNG = 40, 40
LINES_PER_TAKE = 12
VERSIONS = 3

ITALIAN = 'b c d f g l m n p qu r s t v z st tr br pr gl gn sc cr fr sp'.split()
CZECH = 'b c d f g h ch j k l m n p r s t v z st tr br pr kl hl sl sn zd vl dr č š ž ř'.split()
CATALAN = 'b c d f g l m n p r s t v ll ny x j st tr br pr'.split()

# voice: (Festival's name, language, onsets, vowels, codas, root of its tunes in hertz; 0: it cannot sing)
VOICES = {
    'lp': ('lp_diphone', 'it', ITALIAN, 'a e i o u'.split(), 'lnrs', 210),
    'pc': ('pc_diphone', 'it', ITALIAN, 'a e i o u'.split(), 'lnrs', 120),
    'dita': ('czech_dita', 'cz', CZECH, 'a e i o u á í é ou'.split(), 'lnrstkm', 210),
    'krb': ('czech_krb', 'cz', CZECH, 'a e i o u á í é ou'.split(), 'lnrstkm', 240),
    'machac': ('czech_machac', 'cz', CZECH, 'a e i o u á í é ou'.split(), 'lnrstkm', 115),
    'ph': ('czech_ph', 'cz', CZECH, 'a e i o u á í é ou'.split(), 'lnrstkm', 110),
    'ona': ('upc_ca_ona_hts', 'ca', CATALAN, 'a e i o u'.split(), 'lnrst', 0),
}


def words(chance, onsets, vowels, codas):
    def word():
        return ''.join(
            chance.choice(onsets) + chance.choice(vowels) + (chance.choice(codas) if chance.random() < 0.22 else '')
            for _ in range(chance.randint(1, 4)))
    return ' '.join(word() for _ in range(chance.randint(6, 10)))


def speak(work, chance):
    """One Festival a line: a voice that fails on a word loses that line only."""
    calls = []
    for voice, (name, language, onsets, vowels, codas, root) in VOICES.items():
        for k in range(SPOKEN + (SUNG if root else SPOKEN // 2)):
            text = words(chance, onsets, vowels, codas)
            sung = root and k >= SPOKEN
            drawl = chance.uniform(1.6, 3.2) if sung else 1
            hertz = root * 2 ** chance.uniform(-0.5, 1.2) if sung else 0
            file = f'{work}/lines/{voice}-{k:03d}'
            call = f'(line {k + 1} voice_{name} "{text}" 0.33 {drawl} {hertz} "{file}")'
            calls.append((file, f'(load "{HERE}/speak.scm")\n{call}\n'.encode('iso-8859-2' if language == 'cz' else 'utf-8')))

    def run(call):
        with open(call[0] + '.scm', 'wb') as script:
            script.write(call[1])
        subprocess.run(['festival', '-b', call[0] + '.scm'], stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL)

    with ThreadPoolExecutor(os.cpu_count()) as pool:
        list(pool.map(run, calls))


def line(file, warp):
    """Samples at RATE and phones, everything `warp` times as long (and as much lower)."""
    rate, samples = wavfile.read(file + '.wav')
    factor = Fraction(RATE * warp / rate).limit_denominator(200)
    samples = resample_poly(samples.astype(np.float32) / 32768, factor.numerator, factor.denominator)
    stretched = float(factor) * rate / RATE
    phones = [(p.split()[0], float(p.split()[1]) * stretched) for p in open(file + '.phones') if p.strip()]
    return samples, phones


def disturbed(x, chance, noise):
    if chance.random() < 0.7:
        b, a = butter(1, [chance.uniform(100, 400) * 2 / RATE, chance.uniform(2000, 7500) * 2 / RATE], 'band')
        x = x * chance.uniform(0, 1) + lfilter(b, a, x) * chance.uniform(0.5, 1.5)
    if chance.random() < 0.35:
        n = int(RATE * chance.uniform(0.15, 0.6))
        room = noise.randn(n) * np.exp(-6.9 * np.arange(n) / n)
        x = x + fftconvolve(x, room / np.sqrt(np.sum(room ** 2)))[:len(x)] * 10 ** (chance.uniform(-22, -8) / 20)
    if chance.random() < 0.3:
        x = lfilter(*butter(6, 3500 * 2 / RATE), x)
    return x


def takes(work, chance, noise):
    for voice, (_, language, *_) in VOICES.items():
        files = sorted(f'{work}/lines/{f[:-7]}' for f in os.listdir(f'{work}/lines')
                       if f.startswith(voice + '-') and f.endswith('.phones'))
        chance.shuffle(files)
        for version in range(VERSIONS):
            for first in range(0, len(files), LINES_PER_TAKE):
                warp = 1 if version == 0 else 2 ** chance.uniform(-0.3, 0.3)
                parts, marks, at = [], [], 0.0
                for file in files[first:first + LINES_PER_TAKE]:
                    samples, phones = line(file, warp)
                    before = at
                    for phone, end in phones:
                        marks.append((f'{language}:{phone}', before, at + end))
                        before = at + end
                    gap = int(RATE * chance.uniform(0.05, 0.6))
                    marks.append((f'{language}:pau', before, at + (len(samples) + gap) / RATE))
                    parts += [samples * 10 ** (chance.uniform(-6, 0) / 20), np.zeros(gap, np.float32)]
                    at += (len(samples) + gap) / RATE
                x = np.concatenate(parts)
                x = x / np.abs(x).max() * 0.7
                level = np.sqrt(np.mean(x[np.abs(x) > 0.01] ** 2))
                if version > 0:
                    x = disturbed(x, chance, noise)
                x = x + noise.randn(len(x)) * level * 10 ** (chance.uniform(-60, -45 if version == 0 else -22) / 20)
                out = f'{work}/takes/{voice}-{version}-{first:03d}'
                wavfile.write(out + '.wav', RATE, (x / np.abs(x).max() * 0.8 * 32767).astype(np.int16))
                with open(out + '.phones', 'w') as phones:
                    phones.writelines('%s %.5f %.5f\n' % mark for mark in marks)


if __name__ == '__main__':
    if len(sys.argv) != 2:
        sys.exit(__doc__)
    for folder in ('lines', 'takes'):
        os.makedirs(f'{sys.argv[1]}/{folder}', exist_ok=True)
    chance = random.Random(5)
    speak(sys.argv[1], chance)
    takes(sys.argv[1], chance, np.random.RandomState(4))

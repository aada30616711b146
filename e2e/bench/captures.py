"""The same computations as the detectors, with numpy and scipy: what a capture in a file of 32-bit numbers takes, in ms, as the median of five."""
import json
import sys
import time

import numpy as np
from scipy import signal as sp

samples = np.fromfile(sys.argv[1], dtype=np.float32)
step_s = float(sys.argv[2])


def median_ms(work):
    work()
    times = []
    for _ in range(5):
        begin = time.perf_counter()
        work()
        times.append((time.perf_counter() - begin) * 1000)
    return sorted(times)[2]


def sums():
    wide = samples.astype(np.float64)
    places = np.arange(wide.size)
    return wide.mean(), np.sqrt(np.mean(wide * wide)), wide.min(), wide.max(), np.polyfit(places, wide, 1), wide.sum()


def edges():
    low, high = samples.min(), samples.max()
    middle, band = (low + high) / 2, (high - low) * 0.2
    state = np.zeros(samples.size, dtype=np.int8)
    state[samples > middle + band] = 1
    state[samples < middle - band] = -1
    known = np.flatnonzero(state)
    turns = known[np.flatnonzero(np.diff(state[known])) + 1]
    return turns[1:] - turns[:-1]


def ripple():
    frequencies, power = sp.welch(samples[: 2**19], fs=1 / step_s, nperseg=2**14)
    hz = frequencies[np.argmax(power[2:]) + 2]
    taps = np.exp(-2j * np.pi * hz * np.arange(2**19) * step_s)
    mixed = samples[: 2**19] * taps
    width = max(1, int(6 / (hz * step_s)))
    return np.unwrap(np.angle(sp.oaconvolve(mixed, np.ones(width) / width, mode="same")))


print(json.dumps({"sums": median_ms(sums), "edges": median_ms(edges), "ripple": median_ms(ripple)}))

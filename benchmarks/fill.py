"""
Fills of fill.mjs against OpenCV's: Telea, Navier-Stokes and shift maps. Inside the gaps, for each: PSNR after a blur of 2 px,
dB; structural similarity of the greys; gradient energy as a part of the truth's. For ours also what it has over the best of the
three, and the mean step in colour across the gaps' border as a part of that between neighbours inside.
"""
import glob
import os
import sys

import cv2
import numpy as np


def psnr(a, b, gap):
    blurred = [cv2.GaussianBlur(p.astype(np.float32), (0, 0), 2) for p in (a, b)]
    return 10 * np.log10(255**2 / max(((blurred[0] - blurred[1]) ** 2)[gap].mean(), 1e-9))


def similarity(a, b, gap):
    x, y = (cv2.cvtColor(p, cv2.COLOR_BGR2GRAY).astype(np.float64) for p in (a, b))
    mean = lambda p: cv2.GaussianBlur(p, (11, 11), 1.5)
    mx, my = mean(x), mean(y)
    vx, vy, c = mean(x * x) - mx**2, mean(y * y) - my**2, mean(x * y) - mx * my
    c1, c2 = (0.01 * 255) ** 2, (0.03 * 255) ** 2
    return (((2 * mx * my + c1) * (2 * c + c2)) / ((mx**2 + my**2 + c1) * (vx + vy + c2)))[gap].mean()


def energy(a, gap):
    grey = cv2.cvtColor(a, cv2.COLOR_BGR2GRAY).astype(np.float64)
    across, down = np.zeros_like(grey), np.zeros_like(grey)
    across[:, 1:] = np.diff(grey, axis=1)
    down[1:] = np.diff(grey, axis=0)
    return (across**2 + down**2)[gap].mean()


def seam(a, gap):
    border, inside = [], []
    for axis in (0, 1):
        step = np.abs(np.diff(a.astype(np.float64), axis=axis)).mean(2)
        one = gap[1:] if axis == 0 else gap[:, 1:]
        other = gap[:-1] if axis == 0 else gap[:, :-1]
        border.append(step[one != other])
        inside.append(step[one & other])
    return np.concatenate(border).mean() / np.concatenate(inside).mean()


def theirs(picture, mask):
    lab = cv2.cvtColor(picture, cv2.COLOR_BGR2Lab)
    shifted = np.zeros_like(lab)
    cv2.xphoto.inpaint(lab, 255 - mask, shifted, cv2.xphoto.INPAINT_SHIFTMAP)
    return {
        "Telea": cv2.inpaint(picture, mask, 5, cv2.INPAINT_TELEA),
        "Navier-Stokes": cv2.inpaint(picture, mask, 5, cv2.INPAINT_NS),
        "shift map": cv2.cvtColor(shifted, cv2.COLOR_Lab2BGR),
    }


over = []
for file in sorted(glob.glob(os.path.join(sys.argv[1], "*.truth.png"))):
    name = file[: -len(".truth.png")]
    truth, left, ours = (cv2.imread(f"{name}.{what}.png") for what in ("truth", "leave", "fill"))
    mask = cv2.imread(f"{name}.gap.png", 0)
    gap = mask > 0
    # The border's own pixels are half empty.
    wide = cv2.dilate(mask, np.ones((3, 3), np.uint8))
    best = [-1e9, -1e9]
    print(os.path.basename(name), f"gaps {100 * gap.mean():.1f} %")
    for way, made in theirs(left, wide).items():
        p, s = psnr(made, truth, gap), similarity(made, truth, gap)
        best = [max(best[0], p), max(best[1], s)]
        print(f"  {way:14} {p:5.1f} dB  {s:.3f}  {energy(made, gap) / energy(truth, gap):.2f}")
    p, s, e = psnr(ours, truth, gap), similarity(ours, truth, gap), energy(ours, gap) / energy(truth, gap)
    over.append((p - best[0], s - best[1], e, seam(ours, gap)))
    print(f"  {'Flat Stone':14} {p:5.1f} dB  {s:.3f}  {e:.2f}  over the best {p - best[0]:+.1f} dB {s - best[1]:+.3f}  seam {over[-1][3]:.2f}")
over = np.array(over)
print(
    f"mean over the best {over[:, 0].mean():+.2f} dB, {over[:, 1].mean():+.3f}; energy within 0.7 to 1.3 on "
    f"{((over[:, 2] >= 0.7) & (over[:, 2] <= 1.3)).sum()} of {len(over)}, seam at most 1 on {(over[:, 3] <= 1).sum()}"
)

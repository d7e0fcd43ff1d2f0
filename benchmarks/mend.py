"""
Mends of mend.mjs against OpenCV's two plain inpaintings, Telea's and that after Navier and Stokes. For each thing, where no other
was taken out: PSNR after a blur of 1 px, dB; what ours has over the better of the two; the part of its pixels that is off by
more than 60 levels in some colour, ours and that of the better. Beside the pictures a row of before, truth, Telea, ours.
"""
import os
import sys

import cv2
import numpy as np

THINGS = ("pipe", "post", "wire", "bin")


def psnr(a, b, part):
    blurred = [cv2.GaussianBlur(p.astype(np.float32), (0, 0), 1) for p in (a, b)]
    return 10 * np.log10(255**2 / max(((blurred[0] - blurred[1]) ** 2)[part].mean(), 1e-9))


def off(a, b, part):
    return 100 * (np.abs(a.astype(int) - b.astype(int)).max(2)[part] > 60).mean()


folder = sys.argv[1]
rows = []
for name in sys.argv[2:]:
    read = lambda what, flag=cv2.IMREAD_COLOR: cv2.imread(os.path.join(folder, f"{name}.{what}.png"), flag)
    truth, before, ours, which = read("truth"), read("with"), read("mended"), read("which", 0)
    wide = cv2.dilate((which > 0).astype(np.uint8) * 255, np.ones((3, 3), np.uint8))
    plain = [cv2.inpaint(before, wide, 5, how) for how in (cv2.INPAINT_TELEA, cv2.INPAINT_NS)]
    for k, thing in enumerate(THINGS):
        part = which == 1 << k
        if part.sum() < 50:
            continue
        best = max(psnr(p, truth, part) for p in plain)
        row = (psnr(ours, truth, part) - best, off(ours, truth, part), min(off(p, truth, part) for p in plain))
        rows.append(row)
        print(f"{name:8} {thing:5} plain {best:5.1f} dB  Flat Stone {best + row[0]:5.1f} dB  {row[0]:+5.1f}  off {row[1]:4.1f} % / {row[2]:4.1f} %")
        ys, xs = np.where(part)
        crop = np.s_[max(0, ys.min() - 30) : ys.max() + 30, max(0, xs.min() - 30) : xs.max() + 30]
        cv2.imwrite(os.path.join(folder, f"look-{name}-{thing}.png"), np.hstack([p[crop] for p in (before, truth, plain[0], ours)]))
over, ours_off, plain_off = np.array(rows).T
print(
    f"mean {over.mean():+.2f} dB over the better, worst {over.min():+.1f}, below it on {(over < 0).sum()} of {len(over)}; "
    f"off {ours_off.mean():.1f} % / {plain_off.mean():.1f} %"
)

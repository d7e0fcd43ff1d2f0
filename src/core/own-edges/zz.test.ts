import { flatEdges } from "./own-edge";
import { fitOwnEdges } from "./fit";
import { madeUpScene } from "./made-up.testing";

test("fit from near", () => {
  const errs: Record<string, number[]> = {};
  const t0 = Date.now();
  let bad = 0;
  for (let seed = 1; seed <= 150; seed++) {
    const scene = madeUpScene(seed, { directions: 3 });
    const unit = Math.hypot(...scene.size) / 2;
    const flat = flatEdges(scene.edges, scene.size);
    const fit = fitOwnEdges(flat, { k: [scene.k[0] + 0.01, scene.k[1]], logFocal: Math.log(scene.focalPx / unit) + 0.05, pitch: scene.attitude.pitch + 0.7, roll: scene.attitude.roll - 0.3, headings: scene.headings.map((h) => h + 1) },
      { k: [0.08, 0.03, 0.01], logFocal: Math.log(0.85 * 3000 / unit), logFocalSigma: 0.5, built: 0 });
    if (!fit) { bad++; continue; }
    const c = fit.covariance!;
    const s = (i: number) => Math.sqrt(c[i]![i]!);
    const push = (n: string, v: number) => (errs[n] ??= []).push(v);
    push("k1", (fit.unknowns.k[0]! - scene.k[0]) / s(0));
    push("k2", (fit.unknowns.k[1]! - scene.k[1]) / s(1));
    push("f", (fit.unknowns.logFocal - Math.log(scene.focalPx / unit)) / s(2));
    push("pitch", (fit.unknowns.pitch - scene.attitude.pitch) / s(3));
    push("roll", (fit.unknowns.roll - scene.attitude.roll) / s(4));
    push("scale", fit.scale);
    push("sigPitch", s(3));
  }
  console.log(bad, (Date.now() - t0) / 150, Object.entries(errs).map(([n, v]) => `${n} mean ${(v.reduce((a, b) => a + b, 0) / v.length).toFixed(3)} rms ${Math.sqrt(v.reduce((a, b) => a + b * b, 0) / v.length).toFixed(3)} max ${Math.max(...v.map(Math.abs)).toFixed(1)}`).join("\n"));
});

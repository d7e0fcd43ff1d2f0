import { cornerBow, distortNormalised } from "@/core/lens";

/** Distortion in percent over image height, centre to corner. */
export function DistortionCurve({ k, amount }: { k: readonly [number, number, number]; amount: number }) {
  const [w, h] = [288, 96];
  const scaled = k.map((v) => v * amount) as [number, number, number];
  const percentAt = (r: number): number =>
    r === 0 ? 0 : 100 * (distortNormalised({ k: scaled, p: [0, 0] }, r, 0)[0] / r - 1);
  const samples = Array.from({ length: 49 }, (_, i) => [i / 48, percentAt(i / 48)] as const);
  const most = Math.max(1, ...samples.map(([, v]) => Math.abs(v)));
  const x = (r: number): number => 30 + r * (w - 40);
  const y = (v: number): number => h / 2 - (v / most) * (h / 2 - 10);
  const path = samples.map(([r, v], i) => `${i ? "L" : "M"}${x(r).toFixed(1)} ${y(v).toFixed(1)}`).join("");
  return (
    <svg
      viewBox={`0 0 ${w} ${h}`}
      className="mb-2 w-full"
      role="img"
      aria-label={`Distortion curve, ${cornerBow(k, amount).toFixed(2)} % at the corner`}
    >
      <path d={`M30 ${h / 2}H${w - 10}M30 4V${h - 4}`} className="stroke-base-content/40" fill="none" />
      <text x={26} y={y(most) + 4} textAnchor="end" fontSize={10} className="fill-base-content">
        +{most.toFixed(0)} %
      </text>
      <text x={26} y={y(-most) + 4} textAnchor="end" fontSize={10} className="fill-base-content">
        −{most.toFixed(0)} %
      </text>
      <text x={w - 10} y={h / 2 + 12} textAnchor="end" fontSize={10} className="fill-base-content">
        corner
      </text>
      <path d={path} fill="none" stroke="var(--plumb)" strokeWidth={2} />
    </svg>
  );
}

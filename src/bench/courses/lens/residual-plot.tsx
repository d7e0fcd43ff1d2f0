import { say } from "@/language";
import type { Size } from "@/core/geometry";
import type { CalibratedView } from "@/core/lens";
import { fixed } from "@/ui";

/** What is left over at every corner of one picture, drawn 1,000 times as long as it is. */
const LONGER = 1000;

export function ResidualPlot({ name, size, view }: { name: string; size: Size; view: CalibratedView }) {
  const stroke = Math.max(...size) / 260;
  return (
    <figure className="text-[0.85rem]">
      <svg
        viewBox={`0 0 ${size[0]} ${size[1]}`}
        className="ruled w-full border"
        role="img"
        aria-label={say("Residuals of {name}", { name })}
      >
        {view.residuals.map((r, i) =>
          r ? (
            <g key={i}>
              <circle cx={r.at[0]} cy={r.at[1]} r={2 * stroke} className="fill-base-content" />
              <line
                x1={r.at[0]}
                y1={r.at[1]}
                x2={r.at[0] + LONGER * r.miss[0]}
                y2={r.at[1] + LONGER * r.miss[1]}
                stroke="var(--taut)"
                strokeWidth={1.5 * stroke}
              />
            </g>
          ) : null,
        )}
      </svg>
      <figcaption className="truncate">
        {say("{name}: {rms} px, drawn ×{longer}", { name, rms: fixed(view.rmsPx, 2), longer: LONGER })}
      </figcaption>
    </figure>
  );
}

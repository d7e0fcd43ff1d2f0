/** Degrees of pitch from the middle of the instrument to its rim. */
const RANGE = 30;
const RADIUS = 46;
/** The horizon goes no further than this from the middle, so that some of both sides is always seen. */
const FURTHEST = 40;

/** A level seen from behind the camera: the ground rises and falls with pitch and leans with roll. */
export function AttitudeInstrument({ pitch, roll }: { pitch: number; roll: number }) {
  const fall = Math.max(-FURTHEST, Math.min(FURTHEST, (pitch / RANGE) * RADIUS));
  const half = Math.sqrt(RADIUS * RADIUS - fall * fall);
  const ground = `M${-half} ${fall}A${RADIUS} ${RADIUS} 0 ${fall > 0 ? 0 : 1} 0 ${half} ${fall}Z`;
  return (
    <svg width={96} height={96} viewBox="-48 -48 96 96" role="img" aria-label="Attitude instrument">
      <circle r={RADIUS} className="fill-base-100 stroke-base-content" />
      <g transform={`rotate(${-roll})`}>
        <path d={ground} className="fill-base-300" />
        <path d={`M${-half} ${fall}H${half}`} stroke="var(--sill)" strokeWidth={1.6} />
        {[-20, -10, 10, 20].map((d) => {
          const y = fall - (d / RANGE) * RADIUS;
          return Math.abs(y) < RADIUS - 6 ? (
            <path key={d} d={`M${d % 20 ? -7 : -12} ${y}H${d % 20 ? 7 : 12}`} className="stroke-base-content/40" />
          ) : null;
        })}
      </g>
      <path d="M-16 0H-5M5 0H16M0-5V5" stroke="var(--plumb)" strokeWidth={2} />
      <path d={`M0 ${-RADIUS}v7`} className="stroke-base-content" />
    </svg>
  );
}

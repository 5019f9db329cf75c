import { fittingScale, usePixelsPerMillimetre } from '../drawings/calibration';
import { useWidth } from '../drawings/useWidth';
import type { RunOf } from '../runs/queries';
import { feltsWord } from '../ui/words';
import layout from '../ui/layout.module.css';

interface DrawnBall {
  name: string;
  below: string;
  width: number;
  /** The one at the bench; the others stand beside it. */
  isThis: boolean;
  /** Its reading does not fit, and is drawn dashed. */
  doubted?: boolean;
  loose?: boolean;
}

const gap = 14;
const least = 64;

/** Balls side by side on one ground, at true size where the screen is wide enough: the pinch after each look, then those of other tests. */
export function FeltBalls({ view, code }: { view: RunOf<'testFelting'>['details']; code: string }) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const perMm = usePixelsPerMillimetre();
  const looks: DrawnBall[] = view.readings.map((r) => ({
    name: r.after,
    below: r.width,
    width: r.widthMillimetres ?? view.loose,
    isThis: true,
    doubted: r.doubt !== '',
    loose: r.widthMillimetres == null,
  }));
  const start: DrawnBall = { name: 'unrolled', below: view.pinch.text, width: view.loose, isThis: true, loose: true };
  const others: DrawnBall[] = view.others.map((o) => ({
    name: o.code,
    below: `${o.widthMillimetres} mm`,
    width: o.widthMillimetres,
    isThis: false,
  }));
  const wide = width || 600;
  // The newest others that there is room for.
  const balls = [...(looks.length === 0 ? [start] : looks)];
  const room = (list: readonly DrawnBall[]) => list.reduce((sum, b) => sum + Math.max(least, b.width * perMm) + gap, 0);
  for (const other of others) if (room([...balls, other]) <= wide) balls.push(other);
  const scale = fittingScale(perMm, (room(balls) - gap) / perMm, wide);
  const tallest = Math.max(...balls.map((b) => b.width)) * scale.pxPerMm;
  const ground = tallest + 10;
  let x = 0;
  const words = [
    ...view.readings.map((r) => `after ${r.after} ${r.width}${r.holds ? ', it keeps its shape' : ''}`),
    ...balls.filter((b) => !b.isThis).map((b) => `${b.name} ${b.below}`),
  ].join('; ');
  return (
    <div className={layout.wide} ref={ref}>
      <svg
        width="100%"
        height={ground + 44}
        role="img"
        aria-label={`Balls of ${code}. ${words || 'Nothing was noted yet.'}`}
        style={{ display: 'block' }}
      >
        {balls.map((b, i) => {
          const size = b.width * scale.pxPerMm;
          const cell = Math.max(least, size);
          const middle = x + cell / 2;
          x += cell + gap;
          return (
            <g key={i}>
              {b.loose ? (
                <Tuft x={middle} y={ground - size / 2} size={size} />
              ) : (
                <circle
                  cx={middle}
                  cy={ground - size / 2}
                  r={size / 2}
                  fill={b.isThis ? 'var(--wool)' : 'var(--shorn)'}
                  stroke="var(--walnut)"
                  strokeWidth={b.isThis ? 2 : 1}
                  strokeDasharray={b.doubted ? '5 4' : undefined}
                />
              )}
              <text
                x={middle}
                y={ground + 20}
                textAnchor="middle"
                fontSize={14}
                fontWeight={b.isThis ? 700 : 400}
                fill="var(--peat)"
              >
                {b.name}
              </text>
              <text x={middle} y={ground + 38} textAnchor="middle" fontSize={13} fill="var(--bark)">
                {b.below}
              </text>
            </g>
          );
        })}
        <line x1={0} x2={wide} y1={ground + 1} y2={ground + 1} stroke="var(--oat)" strokeWidth={2} />
      </svg>
      <p>
        {view.felts ? `It ${feltsWord[view.felts]}. ` : ''}
        Drawn at {scale.words}
        {view.others.length > 0 && '; your other balls stand beside it'}.
      </p>
    </div>
  );
}

/** Fibre that is no ball yet: a few loose curls around its middle. */
function Tuft({ x, y, size }: { x: number; y: number; size: number }) {
  const r = size / 2;
  return (
    <g fill="none" stroke="var(--strand)" strokeWidth={1.5}>
      {Array.from({ length: 14 }, (_, i) => {
        const turn = (i / 14) * 2 * Math.PI;
        const [dx, dy] = [Math.cos(turn) * r, Math.sin(turn) * r];
        return (
          <path
            key={i}
            d={`M ${x - dx * 0.3} ${y - dy * 0.3} Q ${x + dy * 0.6} ${y - dx * 0.6} ${x + dx * 0.95} ${y + dy * 0.95}`}
          />
        );
      })}
    </g>
  );
}

import type { Schema } from '../api/client';
import { fittingScale, usePixelsPerMillimetre } from '../drawings/calibration';
import { useWidth } from '../drawings/useWidth';
import layout from '../ui/layout.module.css';
import typography from '../ui/typography.module.css';

/** The pinch at one look. */
export interface DrawnLook {
  name: string;
  below: string;
  millimetres: number;
  /** It is no ball yet. */
  loose?: boolean;
  /** Its reading does not fit, and is drawn dashed. */
  doubted?: boolean;
}

interface Props {
  looks: readonly DrawnLook[];
  /** The workshop's other balls, the newest first. */
  others: readonly Schema['FeltBallView'][];
  label: string;
}

const gap = 14;
/** So wide a name is. */
const least = 66;
const mostOthers = 5;

/** Balls side by side on one ground and on one scale: the pinch after each look, then those of other tests. */
export function FeltBalls({ looks, others, label }: Props) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const perMm = usePixelsPerMillimetre();
  const wide = width || 600;
  const balls: (DrawnLook & { isThis: boolean })[] = [
    ...looks.map((l) => ({ ...l, isThis: true })),
    ...others.slice(0, mostOthers).map((o) => ({
      name: o.code,
      below: `${o.widthMillimetres} mm`,
      millimetres: o.widthMillimetres,
      isThis: false,
    })),
  ];
  // Names do not shrink with the balls: what they need is taken off first.
  const all = balls.reduce((sum, b) => sum + Math.max(b.millimetres, least / perMm), 0);
  const scale = fittingScale(perMm, all, wide - gap * Math.max(0, balls.length - 1));
  const ground = Math.max(0, ...balls.map((b) => b.millimetres)) * scale.pxPerMm + 10;
  let x = 0;
  return (
    <div className={layout.wide} ref={ref}>
      <svg
        width="100%"
        height={ground + 44}
        role="img"
        aria-label={`${label}: ${balls.map((b) => `${b.name} ${b.below}`).join('; ')}`}
        style={{ display: 'block' }}
      >
        {balls.map((b, i) => {
          const size = b.millimetres * scale.pxPerMm;
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
      <p className={typography.quiet}>
        Drawn at {scale.words}
        {looks.length > 0 && others.length > 0 && '; the light ones are your other tests'}.
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

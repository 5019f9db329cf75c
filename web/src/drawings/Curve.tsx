import { curveLayout, type CurveInput } from './curveLayout';
import { useWidth } from './useWidth';
import layout from '../ui/layout.module.css';
import type { Tone } from '../ui/tone';

interface CurveProps extends Omit<CurveInput, 'width' | 'height'> {
  unit: string;
  /** What the level is, in words with its figure: the floor, the dry line. */
  levelName: string;
  /** A floor must not be reached, a dry line is what is waited for. */
  levelTone: Tone;
  momentName: string;
  clock: (time: number) => string;
  /** The picture in words, for whoever does not see it. */
  words: string;
  height?: number;
}

/** Readings as dots, the fit as a line, what is not sure as a band; the level that matters and the moment it is reached. */
export function Curve({ unit, levelName, levelTone, momentName, clock, words, height = 250, ...input }: CurveProps) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const at = curveLayout({ ...input, width: width || 600, height });
  const small = { fontSize: 12, fill: 'var(--bark)' };
  return (
    <div className={layout.wide} ref={ref}>
      <svg width="100%" height={height} role="img" aria-label={words} style={{ display: 'block', overflow: 'visible' }}>
        {at.ticksY.map((t) => (
          <g key={t.value}>
            <line x1={at.left} x2={at.right} y1={t.y} y2={t.y} stroke="var(--oat)" strokeWidth={1} />
            <text x={at.left - 6} y={t.y + 4} textAnchor="end" {...small}>
              {t.value}
            </text>
          </g>
        ))}
        <text x={at.left - 6} y={at.top - 6} textAnchor="end" {...small}>
          {unit}
        </text>
        {at.ticksX.map((t) => (
          <g key={t.at}>
            <line x1={t.x} x2={t.x} y1={at.bottom} y2={at.bottom + 5} stroke="var(--bark)" strokeWidth={1} />
            <text x={t.x} y={at.bottom + 19} textAnchor="middle" {...small}>
              {clock(t.at)}
            </text>
          </g>
        ))}
        {at.band && <path d={at.band} fill="var(--wool)" opacity={0.55} />}
        {at.levelY !== null && (
          <>
            <line
              x1={at.left}
              x2={at.right}
              y1={at.levelY}
              y2={at.levelY}
              stroke={`var(--${levelTone})`}
              strokeWidth={2.5}
            />
            <text x={at.left + 6} y={at.levelY - 6} fontSize={13} fontWeight={700} fill={`var(--${levelTone})`}>
              {levelName}
            </text>
          </>
        )}
        {at.line && <path d={at.line} fill="none" stroke="var(--walnut)" strokeWidth={2.5} />}
        {at.ahead && <path d={at.ahead} fill="none" stroke="var(--walnut)" strokeWidth={2} strokeDasharray="7 6" />}
        {at.dots
          .filter((d) => !d.counts)
          .map((d, i) => (
            <path
              key={i}
              d={`M${d.x - 3},${d.y - 3}l6,6m0,-6l-6,6`}
              stroke="var(--bark)"
              strokeWidth={1.5}
              aria-hidden="true"
            />
          ))}
        {at.dots
          .filter((d) => d.counts)
          .map((d, i) => (
            <circle
              key={i}
              cx={d.x}
              cy={d.y}
              r={d.fromInstrument ? 3 : 5}
              fill={d.fromInstrument ? 'var(--woad)' : 'var(--shorn)'}
              stroke="var(--woad)"
              strokeWidth={d.fromInstrument ? 0 : 2.5}
            />
          ))}
        {at.nowX !== null && (
          <>
            <line x1={at.nowX} x2={at.nowX} y1={at.top} y2={at.bottom} stroke="var(--bark)" strokeWidth={1} />
            <text x={Math.max(at.nowX, at.left + 16)} y={at.top - 5} textAnchor="middle" {...small}>
              now
            </text>
          </>
        )}
        {at.momentX !== null && (
          <>
            <line
              x1={at.momentX}
              x2={at.momentX}
              y1={at.top}
              y2={at.bottom + 5}
              stroke={`var(--${levelTone})`}
              strokeWidth={2}
              strokeDasharray="3 4"
            />
            <text x={at.momentX - 5} y={at.top + 10} textAnchor="end" fontSize={13} fontWeight={700} fill="var(--peat)">
              {momentName}
            </text>
          </>
        )}
      </svg>
    </div>
  );
}

import { bandsOf, laidLayout } from './layersLayout';
import { useWidth } from './useWidth';
import layout from '../ui/layout.module.css';

/** One load in the order in which it is laid on, the first layer at the bottom, with the weight of each. */
export function LaidLoad({
  layers,
  shades,
  words,
}: {
  layers: readonly { component: number; grams: number; text: string }[];
  shades: readonly string[];
  words: string;
}) {
  const height = Math.max(120, Math.min(320, layers.length * 17));
  const at = laidLayout(
    layers.map((l) => l.grams),
    height,
  );
  return (
    <svg width="100%" height={height + 2} role="img" aria-label={words} style={{ display: 'block', maxWidth: 260 }}>
      {at.map((a, i) => (
        <g key={i}>
          <rect
            x={1}
            y={a.y + 1}
            width={150}
            height={a.height}
            fill={shades[layers[i]!.component]}
            stroke="var(--bark)"
            strokeWidth={0.5}
          />
          {a.height >= 13 && (
            <text x={160} y={a.y + a.height / 2 + 5} fontSize={12} fill="var(--bark)">
              {layers[i]!.text}
            </text>
          )}
        </g>
      ))}
    </svg>
  );
}

/** A load in thin layers after some passes, and under it the yarn that would be drawn from it, stretch by stretch. */
export function Streaks({
  layers,
  yarn,
  shades,
  words,
}: {
  layers: readonly number[];
  yarn: readonly string[];
  shades: readonly string[];
  words: string;
}) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const wide = width || 600;
  const each = wide / Math.max(1, yarn.length);
  return (
    <div className={layout.wide} ref={ref}>
      <svg width="100%" height={84} role="img" aria-label={words} style={{ display: 'block' }}>
        {bandsOf(layers, wide).map((b, i) => (
          <rect key={i} x={b.x} y={0} width={b.width + 0.3} height={48} fill={shades[b.component]} />
        ))}
        {yarn.map((colour, i) => (
          <rect key={i} x={i * each} y={58} width={each + 0.3} height={18} fill={colour} />
        ))}
        <rect x={0.5} y={0.5} width={wide - 1} height={47} fill="none" stroke="var(--bark)" />
        <rect x={0.5} y={57.5} width={wide - 1} height={19} rx={9} fill="none" stroke="var(--bark)" />
      </svg>
    </div>
  );
}

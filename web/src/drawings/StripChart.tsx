import { memo, useEffect, useRef } from 'react';
import { piecesOf, stripsLayout, twistOf } from './stripsLayout';
import { useWidth } from './useWidth';
import layout from '../ui/layout.module.css';
import styles from './StripChart.module.css';

interface DrawnStrip {
  name: string;
  colour: string;
  grams: number;
  /** It lies in its place already. */
  done?: boolean;
}

const high = 34;
const gap = 12;
const names = 46;

/** Strips in order for each ply, all on one scale by weight: a heavy one pushes the rest of its ply along. */
export function StripChart({ plies, words }: { plies: readonly (readonly DrawnStrip[])[]; words: string }) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const wide = Math.max(100, (width || 600) - names);
  const most = Math.max(...plies.map((p) => p.reduce((sum, s) => sum + s.grams, 0)));
  return (
    <div className={layout.wide} ref={ref}>
      <svg width="100%" height={plies.length * (high + gap)} role="img" aria-label={words} style={{ display: 'block' }}>
        {plies.map((ply, p) => {
          const y = p * (high + gap);
          const places = stripsLayout(
            ply.map((s) => s.grams),
            most,
            wide,
          );
          return (
            <g key={p}>
              <text x={0} y={y + high / 2 + 5} fontSize={13} fill="var(--bark)">
                ply {p + 1}
              </text>
              {ply.map((s, i) => (
                <g key={i}>
                  <rect
                    x={names + places[i]!.x + 0.5}
                    y={y}
                    width={Math.max(1, places[i]!.width - 1)}
                    height={high}
                    rx={3}
                    fill={s.colour}
                    stroke="var(--bark)"
                    strokeWidth={0.75}
                    opacity={s.done ? 0.45 : 1}
                  />
                  {s.done && (
                    <line
                      x1={names + places[i]!.x + 1}
                      x2={names + places[i]!.x + places[i]!.width - 1}
                      y1={y + high - 4}
                      y2={y + high - 4}
                      stroke="var(--lichen)"
                      strokeWidth={4}
                    />
                  )}
                  {s.name && places[i]!.width > 18 && (
                    <g>
                      <circle
                        cx={names + places[i]!.x + places[i]!.width / 2}
                        cy={y + high / 2}
                        r={9}
                        fill="var(--shorn)"
                      />
                      <text
                        x={names + places[i]!.x + places[i]!.width / 2}
                        y={y + high / 2 + 4.5}
                        textAnchor="middle"
                        fontSize={13}
                        fontWeight={700}
                        fill="var(--peat)"
                      >
                        {s.name.slice(0, 2)}
                      </text>
                    </g>
                  )}
                </g>
              ))}
            </g>
          );
        })}
      </svg>
    </div>
  );
}

/** Singles of each ply, and the yarn that they make. */
export const RehearsedYarn = memo(function RehearsedYarn({
  singles,
  yarn,
  words,
}: {
  singles: readonly (readonly string[])[];
  yarn: readonly (readonly string[])[];
  words: string;
}) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const wide = width || 600;
  const thin = 9;
  const top = singles.length * (thin + 8) + 8;
  return (
    <div className={styles.scroll} ref={ref}>
      <svg width="100%" height={top + 34} role="img" aria-label={words} style={{ display: 'block' }}>
        {singles.map((ply, p) =>
          piecesOf(ply, wide).map((piece, i) => (
            <rect
              key={`${p} ${i}`}
              x={piece.x}
              y={p * (thin + 8)}
              width={piece.width + 0.4}
              height={thin}
              fill={piece.colour}
            />
          )),
        )}
        <g transform={`translate(0 ${top})`}>
          {twistOf(yarn, wide, 26, Math.max(40, Math.round(wide / 9))).map((stroke, i) => (
            <polygon
              key={i}
              points={stroke.points.map(([x, y]) => `${x.toFixed(1)},${y}`).join(' ')}
              fill={stroke.colour}
              stroke="var(--bark)"
              strokeWidth={0.35}
            />
          ))}
        </g>
      </svg>
    </div>
  );
});

/**
 * A knitted patch, spot by spot, as an eye sees it. It is tens of thousands of spots, so they are dots of one bitmap and no elements of the page:
 * a screen reader, a search for a label and a slow phone would each walk over all of them.
 */
export const KnittedPatch = memo(function KnittedPatch({
  rows,
  words,
}: {
  rows: readonly (readonly string[])[];
  words: string;
}) {
  const ref = useRef<HTMLCanvasElement>(null);
  const across = rows[0]?.length ?? 1;
  useEffect(() => {
    const paper = ref.current?.getContext('2d');
    if (!paper) return;
    rows.forEach((row, r) => {
      for (const piece of piecesOf(row, across)) {
        paper.fillStyle = piece.colour;
        paper.fillRect(piece.x, r, piece.width, 1);
      }
    });
  }, [rows, across]);
  return (
    <canvas
      ref={ref}
      width={across}
      height={Math.max(1, rows.length)}
      role="img"
      aria-label={words}
      style={{ display: 'block', width: '100%', height: 260, imageRendering: 'pixelated' }}
    />
  );
});

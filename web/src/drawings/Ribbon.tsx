import { useId } from 'react';
import type { Schema } from '../api/client';
import { stepWord } from '../ui/words';
import { onDay } from '../live/time';
import { fleeceTone } from './fleeceTone';
import { layOut, type PlacedAhead, type PlacedBand, type PlacedStrand } from './ribbonLayout';
import { ascent, lineHeight, type PlacedWords } from './ribbonWords';
import { useWidth } from './useWidth';
import styles from './Ribbon.module.css';

interface RibbonProps {
  view: Schema['RibbonView'];
  colour?: string;
  /** Opens the entry behind a stage. */
  onStage?: (entryId: string) => void;
  onLot?: (code: string) => void;
  label: string;
}

/** A lot's whole course as a band whose thickness is mass; losses leave downwards, what is unaccounted for is hatched. */
export function Ribbon({ view, colour = '', onStage, onLot, label }: RibbonProps) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const hatch = useId();
  const layout = layOut(view, Math.max(320, width - 2));
  const { fill, line } = fleeceTone(colour);
  const press = (act: (() => void) | undefined) =>
    act && {
      onClick: act,
      onKeyDown: (e: React.KeyboardEvent) => {
        if (e.key === 'Enter' || e.key === ' ') {
          e.preventDefault();
          act();
        }
      },
      tabIndex: 0,
      role: 'button',
      style: { cursor: 'pointer' },
    };

  return (
    // The band may be longer than the screen: then it scrolls by itself, by finger or by arrow keys.
    <div className={styles.ribbon} ref={ref} role="group" aria-label={label} tabIndex={0}>
      <svg width={layout.width} height={layout.height} style={{ display: 'block' }}>
        <defs>
          <pattern id={hatch} width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <rect width="7" height="7" fill="var(--shorn)" />
            <line x1="0" y1="0" x2="0" y2="7" stroke="var(--madder)" strokeWidth="3.4" />
          </pattern>
        </defs>
        {layout.strands.map((s) => (
          <path
            key={s.strand.entryId + s.strand.kind + s.endX}
            d={strandPath(s)}
            fill="var(--strand)"
            stroke={s.strand.doubted ? 'var(--madder)' : 'var(--walnut)'}
            strokeWidth={s.strand.doubted ? 2.2 : 0.8}
            strokeDasharray={s.strand.byDifference ? '4 3' : undefined}
          />
        ))}
        {layout.bands.map((b) => (
          <g key={b.band.lotId + b.band.toEntryId + b.band.more} opacity={b.band.onPath ? 1 : 0.55}>
            <path
              d={bandPath(b)}
              fill={b.known ? fill : 'none'}
              stroke={b.band.doubted ? 'var(--madder)' : b.band.isThis ? 'var(--woad)' : b.known ? line : 'var(--bark)'}
              strokeWidth={b.band.isThis || b.band.doubted ? 2.2 : 1}
              strokeDasharray={b.known ? undefined : '6 5'}
            />
            {b.band.doubted && <path d={bandPath(b)} fill={`url(#${hatch})`} opacity={0.42} />}
            {b.known &&
              staplesAlong(b).map((d) => (
                <path key={d} d={d} fill="none" stroke={line} strokeWidth={0.7} opacity={0.45} />
              ))}
          </g>
        ))}
        {layout.ahead.map((a) => (
          <AheadBand key={a.ahead.column} placed={a} />
        ))}
        {layout.stages.map(
          ({ stage, x, gap }) =>
            gap && (
              <path key={stage.entryId} d={strandPath({ x, ...gap })} fill={`url(#${hatch})`} stroke="var(--madder)" />
            ),
        )}
        {layout.stages.map(({ stage, x, top, bottom, headTop, headWidth }) => (
          <g
            key={stage.entryId}
            {...press(onStage && (() => onStage(stage.entryId)))}
            aria-label={`${stepWord[stage.step]}, ${stage.doneAt ? onDay(stage.doneAt) : 'now'}: show the entry`}
          >
            <rect x={x - 3} y={top - 3} width={6} height={bottom - top + 6} rx={3} fill="var(--walnut)" />
            <rect x={x - 6} y={headTop} width={headWidth + 6} height={top - headTop} fill="transparent" />
            {layout.words
              .filter((w) => w.entryId === stage.entryId)
              .map((w) => (
                <Lines key={w.key} words={w} />
              ))}
          </g>
        ))}
        {layout.words
          .filter((w) => !w.entryId)
          .map((w) => {
            const go = w.band && onLot && !w.band.isThis ? press(() => onLot(w.band!.code)) : undefined;
            return (
              <g key={w.key} {...go} aria-label={go ? `${w.band!.code}: go to this lot` : undefined}>
                <Lines words={w} link={!!go} />
              </g>
            );
          })}
      </svg>
    </div>
  );
}

/** A few lines where the layout has put them; on a ground of paper where they lie on their own band. */
function Lines({ words, link }: { words: PlacedWords; link?: boolean }) {
  const tops = words.lines.map((_, i) => words.lines.slice(0, i).reduce((y, l) => y + lineHeight(l.size), words.y));
  return (
    <>
      {words.plate && (
        <rect
          x={words.x - 6}
          y={words.y - 1}
          width={words.width + 10}
          height={words.height + 2}
          rx={4}
          fill="var(--shorn)"
          opacity={0.88}
        />
      )}
      {words.lines.map((line, i) => {
        const baseline = tops[i]! + line.size * ascent;
        return (
          <text
            key={line.text}
            x={words.x}
            y={baseline}
            fontSize={line.size}
            fontWeight={line.bold ? 700 : line.head ? 'var(--head-weight)' : undefined}
            fontFamily={line.head ? 'var(--head-font)' : undefined}
            fill={`var(--${line.bad ? 'madder' : line.quiet ? 'bark' : 'peat'})`}
          >
            {line.code && (
              <tspan fontWeight={700} fill={`var(--${link ? 'woad' : 'peat'})`}>
                {line.code}{' '}
              </tspan>
            )}
            {line.text}
          </text>
        );
      })}
    </>
  );
}

/** A step that is still to come: an outline, with the range around its end. */
function AheadBand({ placed: { ahead, x1, x2, y, from, to, low, high } }: { placed: PlacedAhead }) {
  return (
    <g
      role="img"
      aria-label={`${stepWord[ahead.step]} to come: about ${ahead.mass.text}, ${ahead.low.text} to ${ahead.high.text}`}
    >
      <path d={`M${x1 + 4} ${y}H${x2}V${y + high}L${x1 + 4} ${y + from}Z`} fill="var(--oat)" opacity={0.45} />
      <path
        d={`M${x1 + 4} ${y}H${x2}V${y + to}L${x1 + 4} ${y + from}Z`}
        fill="none"
        stroke="var(--bark)"
        strokeWidth={1.3}
        strokeDasharray="5 4"
      />
      <line x1={x2} x2={x2} y1={y + low} y2={y + high} stroke="var(--bark)" strokeWidth={2} />
      <line x1={x1} x2={x1} y1={y - 6} y2={y + from + 6} stroke="var(--bark)" strokeWidth={1.5} strokeDasharray="3 3" />
    </g>
  );
}

/** Level from point to point, and a gentle curve where the height changes. */
const along = (points: { x: number; y: number }[], down: number) =>
  points
    .slice(1)
    .map((to, i) => {
      const from = points[i]!;
      if (from.y === to.y) return `H${to.x}`;
      const middle = (from.x + to.x) / 2;
      return `C${middle} ${from.y + down} ${middle} ${to.y + down} ${to.x} ${to.y + down}`;
    })
    .join('');

function bandPath({ x2, y2, thick, band, edge }: PlacedBand) {
  // What is still there ends in a frayed edge, like a torn-off length.
  const end = band.toEntryId ? `V${y2 + thick}` : frayed(x2, y2, thick);
  return `M${edge[0]!.x} ${edge[0]!.y}${along(edge, 0)}${end}${along([...edge].reverse(), thick)}Z`;
}

function frayed(x: number, y: number, thick: number) {
  const teeth = Math.max(2, Math.round(thick / 9));
  const h = thick / teeth;
  return Array.from(
    { length: teeth },
    (_, i) => `Q${x + 9 + (i % 2) * 5} ${y + h * (i + 0.5)} ${x} ${y + h * (i + 1)}`,
  ).join('');
}

/** A few lines along the band: fibre runs this way. */
function staplesAlong({ edge, thick }: PlacedBand) {
  const n = Math.min(5, Math.floor(thick / 13));
  const within = [{ ...edge[0]!, x: edge[0]!.x + 6 }, ...edge.slice(1, -1), { ...edge.at(-1)!, x: edge.at(-1)!.x - 6 }];
  return Array.from({ length: n }, (_, i) => {
    const d = (thick * (i + 1)) / (n + 1);
    return `M${within[0]!.x} ${within[0]!.y + d}${along(within, d)}`;
  });
}

function strandPath({ x, y, thick, endX, endY }: Omit<PlacedStrand, 'strand'>) {
  const r = endX + thick;
  const down = y + thick;
  return (
    `M${x} ${y}C${(x + r) / 2 + 4} ${y} ${r} ${y + 4} ${r} ${down + 14}V${endY - 4}` +
    `q${-thick / 4} 7 ${-thick / 2} 1q${-thick / 4} 6 ${-thick / 2} -1V${down + 16}C${endX} ${down + 4} ${(x + endX) / 2} ${down} ${x} ${down}Z`
  );
}

import Box from '@mui/material/Box';
import { useId } from 'react';
import type { Schema } from '../api/client';
import { headFont, tone } from '../ui/theme';
import { formOf, lossWord, onDay, stepWord } from '../ui/words';
import { fleeceTone } from './fleeceTone';
import { layOut, type PlacedAhead, type PlacedBand, type PlacedStrand } from './ribbonLayout';
import { useWidth } from './useWidth';

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
    <Box
      ref={ref}
      role="group"
      aria-label={label}
      tabIndex={0}
      sx={{ overflowX: 'auto', overflowY: 'hidden', maxWidth: '100%' }}
    >
      <svg width={layout.width} height={layout.height} style={{ display: 'block' }}>
        <defs>
          <pattern id={hatch} width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <rect width="7" height="7" fill={tone('shorn')} />
            <line x1="0" y1="0" x2="0" y2="7" stroke={tone('madder')} strokeWidth="3.4" />
          </pattern>
        </defs>
        {layout.strands.map((s) => (
          <path
            key={s.strand.entryId + s.strand.kind + s.endX}
            d={strandPath(s)}
            fill={tone('strand')}
            stroke={s.strand.doubted ? tone('madder') : tone('walnut')}
            strokeWidth={s.strand.doubted ? 2.2 : 0.8}
            strokeDasharray={s.strand.byDifference ? '4 3' : undefined}
          />
        ))}
        {layout.bands.map((b) => (
          <g key={b.band.lotId + b.band.toEntryId + b.band.more} opacity={b.band.onPath ? 1 : 0.55}>
            <path
              d={bandPath(b)}
              fill={b.known ? fill : 'none'}
              stroke={b.band.doubted ? tone('madder') : b.band.isThis ? tone('woad') : b.known ? line : tone('bark')}
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
          <AheadBand key={a.ahead.column} placed={a} last={a === layout.ahead.at(-1)} />
        ))}
        {layout.stages.map(
          ({ stage, x, gap }) =>
            gap && (
              <path key={stage.entryId} d={strandPath({ x, ...gap })} fill={`url(#${hatch})`} stroke={tone('madder')} />
            ),
        )}
        {layout.strands.map((s) => (
          <text
            key={'t' + s.strand.entryId + s.strand.kind + s.endX}
            x={s.endX + s.thick + 5}
            y={s.endY}
            fontSize={13}
            fill={tone('peat')}
          >
            {s.strand.notWeighed ? `lost, not weighed: ${lossWord[s.strand.kind]}` : lossWord[s.strand.kind]}{' '}
            {s.strand.mass!.text}
            {s.strand.share ? ` · ${s.strand.share}` : ''}
          </text>
        ))}
        {layout.stages.map(({ stage, x, top, gap, bottom }) => (
          <g
            key={stage.entryId}
            {...press(onStage && (() => onStage(stage.entryId)))}
            aria-label={`${stepWord[stage.step]}, ${stage.doneAt ? onDay(stage.doneAt) : 'now'}: show the entry`}
          >
            <rect x={x - 3} y={top - 3} width={6} height={bottom - top + 6} rx={3} fill={tone('walnut')} />
            <rect x={x - 6} y={top - 44} width={120} height={30} fill="transparent" />
            <text x={x - 3} y={top - 24} fontSize={14} fontWeight={700} fill={tone('peat')}>
              {stepWord[stage.step]}
            </text>
            <text x={x - 3} y={top - 9} fontSize={12} fill={tone('bark')}>
              {stage.doneAt ? onDay(stage.doneAt) : 'now'}
              {stage.yield && stage.step !== 'takeIn' ? ` · ${stage.yield.text} kept` : ''}
            </text>
            {gap && (
              <text x={gap.endX + gap.thick + 5} y={gap.endY} fontSize={13} fontWeight={700} fill={tone('madder')}>
                {stage.unaccounted!.grams < 0 ? 'too much came out ' : 'unaccounted '}
                {stage.unaccounted!.text.replace('\u2212', '')}
              </text>
            )}
          </g>
        ))}
        {layout.bands.map((b) => (
          <BandWords
            key={'w' + b.band.lotId + b.band.toEntryId + b.band.more}
            placed={b}
            goesOn={b.band.isThis && !b.band.toEntryId && b.band.more === 0 && layout.ahead.length > 0}
            press={press(onLot && !b.band.isThis ? () => onLot(b.band.code) : undefined)}
          />
        ))}
      </svg>
    </Box>
  );
}

/** A step that is still to come: an outline, with the range around its end. */
function AheadBand({
  placed: { ahead, x1, x2, y, from, to, low, high },
  last,
}: {
  placed: PlacedAhead;
  last: boolean;
}) {
  // On the outline where there is room, under it where there is not.
  const words = to >= 44 ? y + to / 2 + 2 : y + Math.max(from, high) + 18;
  return (
    <g
      role="img"
      aria-label={`${stepWord[ahead.step]} to come: about ${ahead.mass.text}, ${ahead.low.text} to ${ahead.high.text}`}
    >
      <path d={`M${x1 + 4} ${y}H${x2}V${y + high}L${x1 + 4} ${y + from}Z`} fill={tone('oat')} opacity={0.45} />
      <path
        d={`M${x1 + 4} ${y}H${x2}V${y + to}L${x1 + 4} ${y + from}Z`}
        fill="none"
        stroke={tone('bark')}
        strokeWidth={1.3}
        strokeDasharray="5 4"
      />
      <line x1={x2} x2={x2} y1={y + low} y2={y + high} stroke={tone('bark')} strokeWidth={2} />
      <line
        x1={x1}
        x2={x1}
        y1={y - 6}
        y2={y + from + 6}
        stroke={tone('bark')}
        strokeWidth={1.5}
        strokeDasharray="3 3"
      />
      <text x={x1 - 3} y={y - 24} fontSize={14} fontWeight={700} fill={tone('bark')}>
        {stepWord[ahead.step]}
      </text>
      <text x={x1 - 3} y={y - 9} fontSize={12} fill={tone('bark')}>
        to come
      </text>
      <text x={x1 + 14} y={words} fontSize={last ? 17 : 15} fontFamily={headFont} fill={tone('peat')}>
        ~ {ahead.mass.text}
      </text>
      <text x={x1 + 14} y={words + 15} fontSize={12} fill={tone('bark')}>
        {ahead.low.text} – {ahead.high.text}
      </text>
    </g>
  );
}

/** The words of a band: on it where it is thick enough, under it where it is not, beside its end where it has one. */
function BandWords({ placed, press, goesOn }: { placed: PlacedBand; press: object | undefined; goesOn: boolean }) {
  const { band, x1, x2, y1, y2, thick } = placed;
  const mass = (band.mass?.text ?? 'not weighed yet') + (band.more > 0 ? ` in ${band.more} more steps` : '');
  const code = (
    <tspan fontWeight={700} fill={press ? tone('woad') : tone('peat')}>
      {band.code}
    </tspan>
  );
  const label = press ? `${band.code}: go to this lot` : undefined;
  if (thick >= 40 && (band.toEntryId || band.onPath)) {
    const y = y1 * 0.8 + y2 * 0.2 + thick / 2 - 3;
    return (
      <g {...press} aria-label={label}>
        <rect
          x={x1 + 10}
          y={y - 20}
          width={Math.min(x2 - x1 - 24, Math.max(132, 18 + mass.length * 9.2))}
          height={43}
          rx={4}
          fill={tone('shorn')}
          opacity={0.88}
        />
        <text x={x1 + 16} y={y} fontSize={18} fontFamily={headFont} fill={tone('peat')}>
          {mass}
        </text>
        <text x={x1 + 16} y={y + 16} fontSize={12} fill={tone('bark')}>
          {code} {formOf(band.form, band.fibre)}
        </text>
      </g>
    );
  }
  if (!band.toEntryId && !goesOn) {
    return (
      <g {...press} aria-label={label}>
        <text x={x2 + 16} y={y2 + thick / 2 - 2} fontSize={15} fontFamily={headFont} fill={tone('peat')}>
          {mass}
        </text>
        <text x={x2 + 16} y={y2 + thick / 2 + 14} fontSize={12} fill={tone('bark')}>
          {code} {formOf(band.form, band.fibre)}
        </text>
      </g>
    );
  }
  if (goesOn && thick < 40) {
    return (
      <g aria-label={label}>
        <text x={x2 - 6} y={y2 + thick + 17} fontSize={13} textAnchor="end" fill={tone('peat')}>
          {code} {mass}
        </text>
      </g>
    );
  }
  // Half way along it, so that bands which meet at one stage keep their words apart.
  const slanted = Math.abs(y2 - y1) > 12;
  return (
    <g {...press} aria-label={label}>
      <text
        x={(x1 + x2) / 2 + (slanted ? thick / 2 + 10 : 0)}
        y={(y1 + y2) / 2 + thick + (slanted ? 0 : 15)}
        fontSize={13}
        textAnchor={slanted ? 'start' : 'middle'}
        fill={tone('peat')}
      >
        {code} {mass}
      </text>
    </g>
  );
}

function bandPath({ x1, x2, y1, y2, thick, band }: PlacedBand) {
  const m1 = x1 + (x2 - x1) * 0.45;
  const m2 = x1 + (x2 - x1) * 0.55;
  // What is still there ends in a frayed edge, like a torn-off length.
  const end = band.toEntryId ? `V${y2 + thick}` : frayed(x2, y2, thick);
  return `M${x1} ${y1}C${m1} ${y1} ${m2} ${y2} ${x2} ${y2}${end}C${m2} ${y2 + thick} ${m1} ${y1 + thick} ${x1} ${y1 + thick}Z`;
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
function staplesAlong({ x1, x2, y1, y2, thick }: PlacedBand) {
  const n = Math.min(5, Math.floor(thick / 13));
  const m1 = x1 + (x2 - x1) * 0.45;
  const m2 = x1 + (x2 - x1) * 0.55;
  return Array.from({ length: n }, (_, i) => {
    const d = (thick * (i + 1)) / (n + 1);
    return `M${x1 + 6} ${y1 + d}C${m1} ${y1 + d - 3} ${m2} ${y2 + d + 3} ${x2 - 6} ${y2 + d}`;
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

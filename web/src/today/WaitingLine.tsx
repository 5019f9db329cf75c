import { useNavigate } from 'react-router';
import { type Schema } from '../api/client';
import { useStations } from '../api/queries';
import { Tuft, tuftRadius } from '../drawings/Tuft';
import { useWidth } from '../drawings/useWidth';
import { placeOf, standing } from './waitingLayout';
import { daysWord, formOf, parentage, stepWord } from '../ui/words';
import styles from './WaitingLine.module.css';

const rowHeight = 58;
const left = 92;

/** Waiting lots as tufts: the row is where one waits, its place how long from today on, its area how much. What finds no room has
 * waited longer, and is counted at the end of its row. */
export function WaitingLine({ waiting }: { waiting: readonly Schema['WaitingLot'][] }) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const navigate = useNavigate();
  const stations = useStations();
  const rows: (Schema['StepKind'] | null)[] = [...(stations.data ?? []).map((s) => s.step), null];
  const room = Math.max(280, width);
  const shown = rows.filter((step) => waiting.some((w) => (w.at ?? null) === step));
  const longest = Math.max(7, ...waiting.map((w) => w.days));
  const x = (days: number) => placeOf(days, longest, left + 24, room - 32);
  const heaviest = Math.max(1, ...waiting.map((w) => w.lot.left?.grams ?? 0));
  const perRoot = 24 / Math.sqrt(heaviest);
  const height = shown.length * rowHeight + 34;
  // Marks whose words would touch the one before are left out.
  const marks = [0, 1, 3, 7, 14, 30, 60, 120, 240, 365]
    .filter((d) => d <= longest)
    .reduce<number[]>((kept, d) => (kept.length > 0 && x(d) - x(kept.at(-1)!) < 58 ? kept : [...kept, d]), []);

  return (
    <div className={styles.waitingLots} ref={ref} role="group" aria-label="Waiting lots" tabIndex={0}>
      <svg width={room} height={height} style={{ display: 'block' }}>
        {marks.map((d) => (
          <g key={d}>
            <line x1={x(d)} x2={x(d)} y1={4} y2={height - 24} stroke="var(--oat)" />
            <text x={x(d)} y={height - 8} fontSize={12} textAnchor="middle" fill="var(--bark)">
              {daysWord(d)}
            </text>
          </g>
        ))}
        {shown.map((step, i) => {
          const y = i * rowHeight + rowHeight / 2 + 2;
          const here = standing(
            waiting
              .filter((w) => (w.at ?? null) === step)
              .map((w) => ({
                w,
                r: w.lot.left ? Math.max(7, tuftRadius(w.lot.left.grams, perRoot)) : 11,
                x: x(w.days),
              })),
            left + 24,
            room - 26,
          );
          return (
            <g key={step ?? 'samples'}>
              <text x={0} y={y + 5} fontSize={14} fontWeight={700} fill="var(--peat)">
                {step ? stepWord[step] : 'To sample'}
              </text>
              <line x1={left - 8} x2={room - 8} y1={y + 19} y2={y + 19} stroke="var(--oat)" />
              {here.shown.map(({ w, r, x: at }) => {
                const open = () => void navigate(`/lots/${w.lot.code}`);
                return (
                  <g
                    key={w.lot.id}
                    role="button"
                    tabIndex={0}
                    aria-label={`${w.lot.code}, ${parentage(w.lot.parentage)}, ${formOf(w.lot.form, w.lot.fibre)}, ${w.lot.left?.text ?? 'not weighed'}, waiting ${daysWord(w.days)}`}
                    onClick={open}
                    onKeyDown={(e) => e.key === 'Enter' && open()}
                    style={{ cursor: 'pointer' }}
                  >
                    <Tuft
                      cx={at}
                      cy={y + 18 - r * 0.86}
                      r={r}
                      name={w.lot.code}
                      colour={w.lot.colour}
                      open={!w.lot.left}
                    />
                    <text x={at} y={y + 33} fontSize={12} textAnchor="middle" fill="var(--peat)">
                      {w.lot.code}
                    </text>
                  </g>
                );
              })}
              {here.left.length > 0 && (
                <More
                  x={room - 4}
                  y={y + 12}
                  count={here.left.length}
                  where={step ? stepWord[step] : 'To sample'}
                  open={() => void navigate(step ? `/station/${step}` : '/samples')}
                />
              )}
            </g>
          );
        })}
      </svg>
    </div>
  );
}

/** What found no room on its row, and the way to where all of it is listed. */
function More(of: { x: number; y: number; count: number; where: string; open: () => void }) {
  return (
    <g
      role="button"
      tabIndex={0}
      aria-label={`${of.count} more that have waited longer: ${of.where}`}
      onClick={of.open}
      onKeyDown={(e) => e.key === 'Enter' && of.open()}
      style={{ cursor: 'pointer' }}
    >
      <rect x={of.x - 40} y={of.y - 28} width={44} height={44} fill="transparent" />
      <text x={of.x} y={of.y} fontSize={14} fontWeight={700} textAnchor="end" fill="var(--woad)">
        +{of.count}
      </text>
    </g>
  );
}

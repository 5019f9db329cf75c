import { useNavigate } from 'react-router';
import { type Schema } from '../api/client';
import { useRuns } from '../api/queries';
import { codesOf, type Run } from '../runs/queries';
import { actWord, readyWord } from '../runs/words';
import { runningLayout, type RunningThing } from '../drawings/runningLayout';
import { useWidth } from '../drawings/useWidth';
import { useClockHeard, useNow } from '../live/live';
import { clockOf, dayClockOf, leftUntil } from '../live/time';
import { Section } from '../ui/Notices';
import type { Tone } from '../ui/tone';

export interface Thing extends RunningThing {
  name: string;
  to: string;
  act: Schema['RunAct'];
  /** What has to be done then, in a word or two. */
  then: string;
}

/** Every part of every run, what has to be done first on top. */
export function runningThings(runs: readonly Run[]): Thing[] {
  const things = runs.flatMap((run) =>
    run.calls.map((call) => ({
      id: call.part,
      name: [codesOf(run), call.name].filter(Boolean).join(', '),
      to: `/station/${run.craft}`,
      act: call.act,
      since: call.since,
      until: call.dueAt,
      giveOrTakeMinutes: call.giveOrTakeMinutes,
      then: call.act === 'log' && readyWord[run.craft] ? `${readyWord[run.craft]}: ${actWord.log}` : actWord[call.act],
    })),
  );
  const when = (t: Thing) => (t.until ? Date.parse(t.until) : Infinity);
  return things.sort((a, b) => when(a) - when(b));
}

const far = (minutes: number) => {
  const m = Math.abs(minutes);
  return m < 60 ? `${m} min` : m < 1440 ? `${m / 60} h` : m === 1440 ? '1 day' : `${m / 1440} days`;
};

/** What runs, with its clock. */
export function Running() {
  const runs = useRuns();
  const clock = useClockHeard();
  const things = runningThings(runs.data ?? []);
  if (!clock || things.length === 0) return null;
  return (
    <Section title="What runs">
      <Lines things={things} />
    </Section>
  );
}

function Lines({ things }: { things: readonly Thing[] }) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const now = useNow(5000);
  const navigate = useNavigate();
  const room = width || 600;
  const at = runningLayout(things, now, room);
  return (
    <div ref={ref} role="group" aria-label="What runs">
      <svg width="100%" height={at.height} style={{ display: 'block' }}>
        {at.marks.map((m) => (
          <g key={m.minutes}>
            <line x1={m.x} x2={m.x} y1={18} y2={at.height - 18} stroke="var(--oat)" />
            <text x={m.x} y={at.height - 4} fontSize={12} textAnchor="middle" fill="var(--bark)">
              {m.minutes < 0 ? `${far(m.minutes)} ago` : `in ${far(m.minutes)}`}
            </text>
          </g>
        ))}
        <line x1={at.nowX} x2={at.nowX} y1={18} y2={at.height - 18} stroke="var(--bark)" />
        <text x={at.nowX} y={12} fontSize={12} textAnchor="middle" fill="var(--bark)">
          {clockOf(now)}
        </text>
        {at.rows.map((row, i) => {
          const thing = things[i]!;
          const late = thing.until !== null && Date.parse(thing.until) <= now;
          const end: Tone = late ? 'madder' : thing.act === 'liftBy' || thing.act === 'liftAt' ? 'woad' : 'lichen';
          const words = thing.until ? `${thing.then} ${dayClockOf(thing.until, now)}` : thing.then;
          const open = () => void navigate(thing.to);
          return (
            <g
              key={thing.id}
              role="button"
              tabIndex={0}
              aria-label={`${thing.name}: ${words}${thing.until ? `, ${leftUntil(thing.until, now)}${late ? '' : ' left'}` : ''}`}
              onClick={open}
              onKeyDown={(e) => e.key === 'Enter' && open()}
              style={{ cursor: 'pointer' }}
            >
              <rect x={0} y={row.y - 34} width={room} height={50} fill="transparent" />
              {row.band && (
                <line x1={row.band.from} x2={row.band.to} y1={row.y} y2={row.y} stroke="var(--wool)" strokeWidth={16} />
              )}
              <line x1={row.from} x2={at.nowX} y1={row.y} y2={row.y} stroke="var(--walnut)" strokeWidth={5} />
              {row.to !== null && row.to > at.nowX && (
                <line
                  x1={at.nowX}
                  x2={row.to}
                  y1={row.y}
                  y2={row.y}
                  stroke="var(--walnut)"
                  strokeWidth={2}
                  strokeDasharray="7 6"
                />
              )}
              {row.to !== null && <circle cx={row.to} cy={row.y} r={7} fill={`var(--${end})`} />}
              <text
                x={at.wordsX}
                y={row.y - 13}
                fontSize={17}
                fill="var(--peat)"
                stroke="var(--fleece)"
                strokeWidth={5}
                paintOrder="stroke"
              >
                <tspan fontWeight={700}>{words}</tspan>
                <tspan fill="var(--bark)" fontSize={14}>
                  {'\u2002'}
                  {thing.until ? `${leftUntil(thing.until, now)}${late ? '' : ' left'}, ` : ''}
                  {thing.name}
                </tspan>
              </text>
            </g>
          );
        })}
      </svg>
    </div>
  );
}

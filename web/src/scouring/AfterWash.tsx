import Button from '@mui/material/Button';
import { clsx } from 'clsx';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api, need, type Schema } from '../api/client';
import { refreshLog, useSession } from '../api/queries';
import { newKey } from '../api/keep';
import { ProblemNotice } from '../ui/Notices';
import { WeightField } from '../ui/WeightField';
import { WordToggle } from '../ui/WordToggle';
import { useChange, useSend } from '../api/change';
import { Column, Row } from '../ui/layouts';
import layout from '../ui/layout.module.css';
import typography from '../ui/typography.module.css';
import styles from './AfterWash.module.css';

const handles: { value: Schema['WashedHandle'] | ''; word: string }[] = [
  { value: '', word: 'don’t know' },
  { value: 'dry', word: 'clean and dry' },
  { value: 'tacky', word: 'tacky' },
  { value: 'damp', word: 'cool, damp' },
];

const decide: Record<Schema['WashDecision'], string> = {
  fine: 'It is fine',
  useSoon: 'Use it soon',
  waxAccepted: 'The wax is acceptable',
  washAgain: 'Wash it again',
};

/** Did the wash do its work? The loss against what such fleeces lose, and wax told from water by handle and by weighing again. */
export function AfterWash({ code }: { code: string }) {
  const [handle, setHandle] = useState<Schema['WashedHandle'] | ''>('');
  const [later, setLater] = useState('');
  const [view, setView] = useState<Schema['AfterWashView'] | null>(null);
  const [key, setKey] = useState(newKey);
  const navigate = useNavigate();
  const session = useSession();
  const keeping = useSend(
    async (body: Schema['KeepJudgement'], key: string) => {
      await api.POST('/api/scouring/after/{code}/keep', {
        params: { path: { code }, header: { 'Idempotency-Key': key } },
        body,
      });
      return body.decision;
    },
    (decision) => {
      setKey(newKey());
      void refreshLog();
      if (decision === 'washAgain') void navigate(`/station/wash/plan?lot=${code}`);
    },
  );
  const judging = useChange(
    (chosen: Schema['WashedHandle'] | '') =>
      need(
        api.POST('/api/scouring/after/{code}', {
          params: { path: { code } },
          body: { handle: chosen || null, later: later.trim() || null },
        }),
      ),
    setView,
  );
  const judge = (chosen = handle) => {
    setView(null);
    judging.go(chosen);
  };
  const j = view?.judged;
  return (
    <Column className={layout.itemsStart} gap={1.5}>
      {j && <LossBar judged={j} />}
      {j && (
        <div aria-live="polite">
          <p>
            <strong>{outcomeWord[j.outcome]}.</strong> {j.sentence}
          </p>
          <ul className={styles.list}>
            {j.offers.map((o) => (
              <li key={o}>{o}</li>
            ))}
          </ul>
          <p className={clsx(typography.quiet, typography.note)}>The range is {view.experience}.</p>
        </div>
      )}
      {j && j.choices.length > 0 && session.data?.workshop?.role !== 'looker' && (
        <div className={styles.decide} role="group" aria-label="Decide">
          {j.choices.map((decision, i) => (
            <Button
              key={decision}
              variant={i === 0 ? 'contained' : 'outlined'}
              disabled={keeping.busy}
              onClick={() => keeping.go({ decision, handle: handle || null, later: later.trim() || null }, key)}
            >
              {decide[decision]}
            </Button>
          ))}
        </div>
      )}
      {keeping.away && <p>The server is away: the decision is kept here and goes in by itself.</p>}
      <WordToggle
        label="How it feels"
        value={handle}
        words={handles}
        onChange={(h) => {
          setHandle(h);
          judge(h);
        }}
      />
      <Row align="start" gap={1}>
        <WeightField label="Weighed again, an hour on" value={later} onChange={setLater} placeholder="if you did" />
        <Button variant="outlined" onClick={() => judge()}>
          {view ? 'Judge again' : 'Did the wash do its work?'}
        </Button>
      </Row>
      <ProblemNotice error={judging.error ?? keeping.error} />
    </Column>
  );
}

const outcomeWord: Record<Schema['WashOutcome'], string> = {
  fine: 'Fine',
  moreThanUsual: 'More left than usual',
  waxLeft: 'Wax is left',
  stillDamp: 'Still damp',
  cannotTell: 'Wax or water, it cannot be told yet',
};

/** What left, on a line from nothing to all, with the usual range as a bracket. */
function LossBar({ judged: j }: { judged: Schema['AfterWash'] }) {
  const x = (percent: number) => 4 + (Math.min(100, Math.max(0, percent)) / 100) * 292;
  return (
    <svg
      viewBox="0 0 300 62"
      style={{ width: '100%', maxWidth: 300, display: 'block' }}
      role="img"
      aria-label={`It lost ${j.lossPercent.toFixed(0)} %; usual is ${j.lowPercent.toFixed(0)} to ${j.highPercent.toFixed(0)} %`}
    >
      <line x1={4} x2={296} y1={34} y2={34} stroke="var(--oat)" strokeWidth={8} strokeLinecap="round" />
      <rect
        x={x(j.lowPercent)}
        width={Math.max(2, x(j.highPercent) - x(j.lowPercent))}
        y={30}
        height={8}
        fill="var(--lichen)"
      />
      <text x={(x(j.lowPercent) + x(j.highPercent)) / 2} y={58} textAnchor="middle" fontSize={12} fill="var(--bark)">
        usual {j.lowPercent.toFixed(0)} to {j.highPercent.toFixed(0)} %
      </text>
      <circle cx={x(j.lossPercent)} cy={34} r={8} fill="var(--shorn)" stroke="var(--walnut)" strokeWidth={3} />
      <text x={x(j.lossPercent)} y={16} textAnchor="middle" fontSize={14} fontWeight={700} fill="var(--peat)">
        {j.lossPercent.toFixed(0)} % left it
      </text>
    </svg>
  );
}

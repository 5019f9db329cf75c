import Button from '@mui/material/Button';
import ButtonBase from '@mui/material/ButtonBase';
import { clsx } from 'clsx';
import { useState } from 'react';
import { Link as RouterLink } from 'react-router';
import type { Problem, Schema } from '../api/client';
import { Tuft, tuftRadius } from '../drawings/Tuft';
import { WeightField } from '../ui/WeightField';
import { formOf, othersCouldCome, parentage } from '../ui/words';
import type { Taking } from './stationState';
import styles from './WaitingTufts.module.css';
import typography from '../ui/typography.module.css';

interface Props {
  step: Schema['StepKind'];
  lots: readonly Schema['LotLine'][];
  chosen: Taking[];
  onChange: (from: Taking[]) => void;
  refusals: Problem | null;
  understood: readonly Schema['UnderstoodMass'][];
}

/** What waits here, as tufts to choose from; a chosen one is taken whole, or a weighed part of it. */
export function WaitingTufts({ step, lots, chosen, onChange, refusals, understood }: Props) {
  const [all, setAll] = useState(false);
  if (lots.length === 0) {
    return (
      <p>
        Nothing waits here. What waits elsewhere is on <RouterLink to="/">the workshop’s page for today</RouterLink>.
      </p>
    );
  }
  // Others could be taken up here too; they stay out of the way until they are asked for.
  const here = lots.filter((l) => l.next === step || chosen.some((t) => t.lotId === l.id));
  // Only like forms are joined: beside the first that is chosen stands what goes with it.
  const first = step === 'join' ? lots.find((l) => l.id === chosen[0]?.lotId) : undefined;
  const fitting = first ? lots.filter((l) => l.form === first.form) : lots;
  // Nothing waits to be joined: there all that go together are shown at once.
  const shown = all || step === 'join' || here.length === 0 ? fitting : fitting.filter((l) => here.includes(l));
  const heaviest = Math.max(1, ...lots.map((l) => l.left?.grams ?? 0));
  const perRoot = 24 / Math.sqrt(heaviest);
  const toggle = (id: string) =>
    onChange(
      chosen.some((t) => t.lotId === id)
        ? chosen.filter((t) => t.lotId !== id)
        : [...chosen, { lotId: id, all: true, mass: '' }],
    );
  return (
    <section aria-label="What waits here">
      <div className={styles.line}>
        {shown.map((lot) => {
          const on = chosen.some((t) => t.lotId === lot.id);
          return (
            <ButtonBase
              className={clsx(styles.waitingTufts, styles.lot)}
              style={{ borderColor: on ? 'var(--woad)' : 'transparent' }}
              key={lot.id}
              onClick={() => toggle(lot.id)}
              aria-pressed={on}
            >
              <svg className={styles.drawing} viewBox="0 0 64 56" aria-hidden>
                <Tuft
                  cx={32}
                  cy={30}
                  r={lot.left ? Math.max(6, tuftRadius(lot.left.grams, perRoot)) : 13}
                  name={lot.code}
                  colour={lot.colour}
                  open={!lot.left}
                />
              </svg>
              <span className={typography.strong}>
                {on ? '✓ ' : ''}
                {lot.code}
              </span>
              <span className={typography.tiny}>{lot.left?.text ?? 'not weighed yet'}</span>
              <span className={styles.quiet}>{parentage(lot.parentage)}</span>
              <span className={styles.waitingTuftsQuiet}>{formOf(lot.form, lot.fibre)}</span>
            </ButtonBase>
          );
        })}
        {shown.length < fitting.length && (
          <Button className={styles.button} onClick={() => setAll(true)}>
            {othersCouldCome(fitting.length - shown.length)}
          </Button>
        )}
      </div>
      {chosen.map((taking, i) => {
        const lot = lots.find((l) => l.id === taking.lotId)!;
        const set = (part: Partial<Taking>) =>
          onChange(chosen.map((t) => (t.lotId === taking.lotId ? { ...t, ...part } : t)));
        const wrong = refusals?.at(`from[${i}].mass`) ?? refusals?.at(`from[${i}]`);
        return (
          <div className={styles.waitingTuftsBody} key={taking.lotId}>
            <span className={clsx(typography.body, styles.word)}>
              {lot.code}:{' '}
              {taking.all
                ? 'all of it'
                : taking.rest === 'there'
                  ? 'a part of it, as much as came of it; the rest is still there'
                  : 'a part of it'}
            </span>
            <ButtonBase className={styles.press} onClick={() => set({ all: !taking.all, mass: '', rest: undefined })}>
              {taking.all ? 'Take only a part' : 'Take all of it'}
            </ButtonBase>
            {!taking.all && taking.rest !== 'there' && (
              <WeightField
                label={`Taken from ${lot.code}`}
                value={taking.mass}
                onChange={(mass) => set({ mass })}
                error={wrong}
                understood={understood.find((u) => u.field === `from[${i}].mass`)?.logged.text}
              />
            )}
            {(taking.all || taking.rest === 'there') && wrong && <p className={styles.sentence}>{wrong}</p>}
          </div>
        );
      })}
    </section>
  );
}

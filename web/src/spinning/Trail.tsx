import Button from '@mui/material/Button';
import { useState } from 'react';
import type { Schema } from '../api/client';
import { magnifiedFor } from '../drawings/Yarn';
import { Column } from '../ui/layouts';
import { sentence } from '../ui/words';
import { YarnRow } from './YarnRow';
import typography from '../ui/typography.module.css';
import styles from './Trail.module.css';

/** The yarn that is wanted, what a ply-back must read now, and each that was read, at one scale. */
export function Trail({
  view,
  colour,
  said = [],
  remove,
}: {
  view: Schema['AimView'];
  colour: string;
  /** What was another at each, where that was told. */
  said?: readonly string[];
  remove?: (at: number) => void;
}) {
  const magnified = magnifiedFor(
    Math.max(0.2, ...[view.target, view.plyBack, ...view.trials.map((t) => t.yarn)].map((y) => y.diameterMillimetres)),
  );
  const row = { colour, magnified };
  // One of the trail that the others are held against, instead of the one that is wanted.
  const [chosen, setChosen] = useState<number | null>(null);
  const against = chosen !== null && view.trials[chosen]?.against.length ? chosen : null;
  return (
    <Column gap={0.5}>
      <YarnRow name="washed" yarn={view.target} {...row}>
        <p>{view.class}</p>
      </YarnRow>
      <YarnRow name="ply-back" yarn={view.plyBack} {...row}>
        <p>must read this now, fresh and unwashed</p>
      </YarnRow>
      {view.trials.map((trial, i) => (
        <YarnRow key={i} name={`read ${i + 1}`} yarn={trial.yarn} {...row} remove={remove && (() => remove(i))}>
          {(said[i] || trial.noted) && (
            <p className={typography.quiet}>{[said[i], trial.noted].filter(Boolean).join('; ')}</p>
          )}
          <p style={{ fontWeight: trial.isThere ? 700 : 400 }}>
            {against === null || against === i ? trial.sentence : sentence(trial.against[against]!)}
          </p>
          {trial.against.length > 1 && (
            <Button size="small" aria-pressed={against === i} onClick={() => setChosen(against === i ? null : i)}>
              {against === i ? 'Against the wanted yarn again' : 'Hold the others against this'}
            </Button>
          )}
          {i === view.trials.length - 1 && trial.next && (
            <p className={styles.said} role="status">
              {trial.next}
            </p>
          )}
          {i === view.trials.length - 1 && <p className={typography.quiet}>{trial.washed}</p>}
        </YarnRow>
      ))}
    </Column>
  );
}

import Button from '@mui/material/Button';
import type { Schema } from '../api/client';
import { SelectField } from '../ui/SelectField';
import { WeightField } from '../ui/WeightField';
import { fateWord, lossWord } from '../ui/words';
import { losing, sentLoss, type OnBench, type StationState } from './stationState';
import styles from './StationFields.module.css';
import typography from '../ui/typography.module.css';

interface Props {
  station: Schema['StationView'];
  state: OnBench;
  change: (part: Partial<StationState>) => void;
  at: (field: string) => string | undefined;
  understood: (field: string) => string | undefined;
}

/** What left, weighed or found by difference, and where it goes. */
export function StationLosses({ station, state, change, at, understood }: Props) {
  return (
    <>
      {state.losses.length > 0 && <h2 className={typography.subheading}>What left</h2>}
      {state.losses.map((l, i) => (
        <div className={styles.loss} key={i}>
          <SelectField
            label="Loss"
            value={l.kind}
            onChange={(kind) => losing(change, state, i, { kind })}
            words={lossWord}
            of={[...new Set([...station.usualLosses, 'spilled', 'other', l.kind] as const)]}
          />
          {l.byDifference ? (
            <p className={styles.sentence}>found by difference, from the weights before and after</p>
          ) : (
            <WeightField
              label="Weight"
              value={l.mass}
              onChange={(mass) => losing(change, state, i, { mass })}
              error={at(`losses[${sentLoss(state, i)}].mass`)}
              understood={l.mass ? understood(`losses[${sentLoss(state, i)}].mass`) : null}
            />
          )}
          <SelectField
            label="Goes"
            value={l.fate}
            onChange={(fate) => losing(change, state, i, { fate })}
            words={{ '': 'not noted', ...fateWord }}
          />
          <Button onClick={() => change({ losses: state.losses.filter((_, k) => k !== i) })}>Remove</Button>
        </div>
      ))}
    </>
  );
}

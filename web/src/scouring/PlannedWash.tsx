import type { ReactNode } from 'react';
import type { Schema } from '../api/client';
import { Baths, minutesWord } from '../drawings/Baths';
import { Figure, MassOf } from '../ui/Figure';
import { Notice } from '../ui/Notices';
import { classWord } from '../ui/words';
import { riskWord } from './words';
import { Row } from '../ui/layouts';
import typography from '../ui/typography.module.css';
import styles from './PlannedWash.module.css';

const risky = { low: 'kept', watch: 'watch', high: 'stop' } as const;

/** The picture of a plan with its figures, its risk and what it stands on; the way on (`children`) stands beside the risk. */
export function PlannedWash({ shown, children }: { shown: Schema['PlanView']; children: ReactNode }) {
  const { plan, on } = shown;
  const notes = [...plan.notes, ...plan.baths.flatMap((b, i) => b.warnings.map((w) => `Bath ${i + 1}: ${w}`))];
  const toKnow = notes.length > 0 && (
    <Notice tone="watch">
      {notes.map((n) => (
        <span className={styles.word} key={n}>
          {n}
        </span>
      ))}
    </Notice>
  );
  if (plan.baths.length === 0)
    return (
      <>
        <MassOf mass={on.greasy} label="goes on" />
        <h2>Not washed: it goes on as it is, and nothing has to be started.</h2>
        {toKnow}
      </>
    );
  return (
    <>
      <Baths plan={plan} />
      <div className={styles.line} aria-live="polite">
        <Figure
          label={`batches, ${on.tub ?? 'a tub'} of ${on.tubLitres} L`}
          text={plan.batches.count === 1 ? '1' : `${plan.batches.count} of ${plan.batches.grams.toFixed(0)} g`}
          from="reckoned"
          size="big"
        />
        <MassOf mass={on.greasy} label="goes in" />
        <Figure label="water" text={`${plan.waterLitres.toFixed(0)} L`} from="reckoned" />
        <Figure label="heat" text={`${plan.kilowattHours.toFixed(1)} kWh`} from="reckoned" />
        <Figure label="agent" text={`${plan.agentGrams.toFixed(0)} g`} from={on.doseFrom} />
        <Figure label="in the baths" text={minutesWord(plan.minutes)} from="reckoned" />
        {shown.cost && <Figure label="cost" text={shown.cost} from="reckoned" />}
      </div>
      <Row align="center" gap={1.5}>
        <div className={styles.part}>
          <Notice tone={risky[plan.risk.level]}>
            <strong>Felting: {riskWord[plan.risk.level]}.</strong> {plan.risk.because.join(' ')}
          </Notice>
        </div>
        {children}
      </Row>
      {toKnow}
      <p className={typography.quiet}>
        {on.class ? `Planned as for ${classWord[on.class]}` : 'Planned as for medium wool, the kind is not known'}. The
        tub cools by {(on.tubRatePerMinute * 100).toFixed(2)} % of the difference a minute,{' '}
        {on.tubBaths > 0 ? `from ${on.tubBaths} of your own baths` : 'typical'}; air {on.air.text}, {on.airFrom}.
      </p>
    </>
  );
}

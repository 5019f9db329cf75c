import { Box } from '../ui/Box';
import { Typography } from '../ui/Typography';
import type { ReactNode } from 'react';
import type { Schema } from '../api/client';
import { Baths, minutesWord } from '../drawings/Baths';
import { Figure, MassOf } from '../ui/Figure';
import { Notice } from '../ui/Notices';
import { classWord } from '../ui/words';
import { riskWord } from './words';
import { Row } from '../ui/layouts';

const risky = { low: 'kept', watch: 'watch', high: 'stop' } as const;

/** The picture of a plan with its figures, its risk and what it stands on; the way on (`children`) stands beside the risk. */
export function PlannedWash({ shown, children }: { shown: Schema['PlanView']; children: ReactNode }) {
  const { plan, on } = shown;
  const notes = [...plan.notes, ...plan.baths.flatMap((b, i) => b.warnings.map((w) => `Bath ${i + 1}: ${w}`))];
  const toKnow = notes.length > 0 && (
    <Notice tone="watch">
      {notes.map((n) => (
        <Box component="span" key={n} sx={{ display: 'block' }}>
          {n}
        </Box>
      ))}
    </Notice>
  );
  if (plan.baths.length === 0)
    return (
      <>
        <MassOf mass={on.greasy} label="goes on" />
        <Typography variant="h2">Not washed: it goes on as it is, and nothing has to be started.</Typography>
        {toKnow}
      </>
    );
  return (
    <>
      <Baths plan={plan} />
      <Box sx={{ display: 'flex', gap: { xs: 2, md: 4 }, flexWrap: 'wrap', alignItems: 'end' }} aria-live="polite">
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
      </Box>
      <Row gap={1.5} sx={{ alignItems: 'center' }}>
        <Box sx={{ flex: '1 1 320px' }}>
          <Notice tone={risky[plan.risk.level]}>
            <strong>Felting: {riskWord[plan.risk.level]}.</strong> {plan.risk.because.join(' ')}
          </Notice>
        </Box>
        {children}
      </Row>
      {toKnow}
      <Typography color="text.secondary">
        {on.class ? `Planned as for ${classWord[on.class]}` : 'Planned as for medium wool, the kind is not known'}. The
        tub cools by {(on.tubRatePerMinute * 100).toFixed(2)} % of the difference a minute,{' '}
        {on.tubBaths > 0 ? `from ${on.tubBaths} of your own baths` : 'typical'}; air {on.air.text}, {on.airFrom}.
      </Typography>
    </>
  );
}

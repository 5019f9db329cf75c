import { Box } from '../ui/Box';
import { Typography } from '../ui/Typography';
import { useDeferredValue, useState } from 'react';
import { Problem, type Schema } from '../api/client';
import { MassOf } from '../ui/Figure';
import { Section } from '../ui/Notices';
import { preparedAsWord } from '../ui/words';
import { WeightField } from '../ui/WeightField';
import { useNeeded } from './queries';
import { Row } from '../ui/layouts';

/** The forecast the other way round: how much has to go in for so much to come out. */
interface NeededProps {
  code: string;
  what: string;
  /** The end that is looked at, and the way to it. */
  aim: Schema['Aim'];
  preparation: Schema['PreparedAs'];
}

export function Needed({ code, what, aim, preparation }: NeededProps) {
  const [wanted, setWanted] = useState('');
  const asked = useDeferredValue(wanted.trim());
  const needed = useNeeded(code, asked, aim, preparation);
  return (
    <Section title="How much goes in?">
      <WeightField
        label={`Wanted, ${preparedAsWord[preparation].toLowerCase()}`}
        value={wanted}
        onChange={setWanted}
        error={needed.error instanceof Problem ? needed.error.at('wanted') : null}
        placeholder="600 g of top, say"
      />
      <Box aria-live="polite">
        {needed.data && asked !== '' && (
          <>
            <Row gap={4} sx={{ my: 1 }}>
              <MassOf mass={needed.data.atMedian} label={`${what}, half the time enough`} size="big" />
              <MassOf mass={needed.data.nineInTen} label="enough nine times in ten" size="big" />
            </Row>
            <Typography color="text.secondary">{needed.data.experience}</Typography>
          </>
        )}
      </Box>
    </Section>
  );
}

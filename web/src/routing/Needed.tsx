import { useDeferredValue, useState } from 'react';
import { Problem, type Schema } from '../api/client';
import { MassOf } from '../ui/Figure';
import { Section } from '../ui/Notices';
import { preparedAsWord } from '../ui/words';
import { WeightField } from '../ui/WeightField';
import { useNeeded } from './queries';
import { Row } from '../ui/layouts';
import typography from '../ui/typography.module.css';
import styles from './Needed.module.css';

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
      <div aria-live="polite">
        {needed.data && asked !== '' && (
          <>
            <Row className={styles.row} gap={4}>
              <MassOf mass={needed.data.atMedian} label={`${what}, half the time enough`} size="big" />
              <MassOf mass={needed.data.nineInTen} label="enough nine times in ten" size="big" />
            </Row>
            <p className={typography.quiet}>{needed.data.experience}</p>
          </>
        )}
      </div>
    </Section>
  );
}

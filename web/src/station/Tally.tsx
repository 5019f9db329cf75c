import Button from '@mui/material/Button';
import type { Schema } from '../api/client';
import { NumberField } from '../ui/NumberField';
import { measureWord } from '../ui/words';
import { Row } from '../ui/layouts';
import styles from './Tally.module.css';

interface Props {
  /** What can be noted at this station. */
  measures: readonly Schema['Measure'][];
  noted: Record<string, string>;
  change: (noted: Record<string, string>) => void;
  at: (field: string) => string | undefined;
}

/** What is noted beside the weights: a tally by one tap each, other figures typed. It goes into the entry, and a reload does not lose it. */
export function Tally({ measures, noted, change, at }: Props) {
  const word = (m: Schema['Measure']) => measureWord[m.key] ?? m.key;
  return (
    <Row align="start" gap={1}>
      {measures.map((m) =>
        m.isTally ? (
          <Count
            key={m.key}
            word={word(m)}
            count={Number(noted[m.key] ?? 0)}
            to={(n) => change({ ...noted, [m.key]: n.toString() })}
          />
        ) : (
          <NumberField
            style={{ width: 150 }}
            key={m.key}
            label={m.unit ? `${word(m)}, ${m.unit}` : word(m)}
            value={noted[m.key] ?? ''}
            onChange={(text) => change({ ...noted, [m.key]: text })}
            error={at(`measures.${m.key}`)}
            whole={m.isWhole}
            shrink
          />
        ),
      )}
    </Row>
  );
}

function Count({ word, count, to }: { word: string; count: number; to: (n: number) => void }) {
  return (
    <>
      <Button className={styles.button} variant="outlined" onClick={() => to(count + 1)}>
        {word}
        {count > 0 ? `: ${count}` : ''}
      </Button>
      {count > 0 && (
        <Button className={styles.countButton} onClick={() => to(count - 1)}>
          One less
        </Button>
      )}
    </>
  );
}

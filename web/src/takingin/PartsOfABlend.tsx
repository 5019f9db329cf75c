import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import type { Schema } from '../api/client';
import { SelectField } from '../ui/SelectField';
import { Column, Row } from '../ui/layouts';
import { NumberField } from '../ui/NumberField';
import { fibreWord } from '../ui/words';
import layout from '../ui/layout.module.css';
import styles from './PartsOfABlend.module.css';

interface Part {
  fibre: Schema['Fibre'];
  breed: string;
  percent: string;
}

const most = 12;

/** What is in a blend that comes in, as its label tells it. */
export function PartsOfABlend({
  parts,
  change,
  error,
}: {
  parts: readonly Part[];
  change: (parts: Part[]) => void;
  error: string | undefined;
}) {
  const set = (i: number, part: Partial<Part>) => change(parts.map((p, k) => (k === i ? { ...p, ...part } : p)));
  const another = () => change([...parts, { fibre: parts.length === 1 ? 'silk' : 'wool', breed: '', percent: '' }]);
  if (parts.length === 0)
    return (
      <Button className={layout.selfStart} onClick={another}>
        It is a blend
      </Button>
    );
  return (
    <Column className={layout.spanAll} gap={1}>
      <p>What is in it, by weight</p>
      {parts.map((part, i) => (
        <Row align="start" key={i} gap={1}>
          <SelectField
            label={`Fibre ${i + 1}`}
            value={part.fibre}
            onChange={(fibre) => set(i, { fibre })}
            words={fibreWord}
          />
          <TextField
            label={`Breed ${i + 1}, if known`}
            value={part.breed}
            onChange={(e) => set(i, { breed: e.target.value })}
          />
          <NumberField
            label={`Share ${i + 1}, %`}
            value={part.percent}
            onChange={(percent) => set(i, { percent })}
            error={undefined}
          />
          <Button onClick={() => change(parts.filter((_, k) => k !== i))}>Remove</Button>
        </Row>
      ))}
      {error && (
        <div className={styles.said} role="alert">
          {error}
        </div>
      )}
      {parts.length < most && (
        <Button className={layout.selfStart} onClick={another}>
          Another part
        </Button>
      )}
    </Column>
  );
}

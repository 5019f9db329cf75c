import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import type { Schema } from '../api/client';
import { SelectField } from '../ui/SelectField';
import { Column, Row } from '../ui/layouts';
import { number } from '../ui/figures';
import { UnitField } from '../ui/UnitField';
import { looksLikeFigure } from '../ui/withUnit';
import { fibreWord } from '../ui/words';
import layout from '../ui/layout.module.css';
import styles from './PartsOfABlend.module.css';

export interface Part {
  fibre: Schema['Fibre'];
  breed: string;
  /** A share in percent or a weight with its unit, as typed; empty where nobody knows. */
  share: string;
}

/** The parts as they are sent: a figure with another unit than percent is a weight, which the server reads. */
export const sentParts = (parts: readonly Part[]): Schema['PartRequest'][] =>
  parts.map(({ fibre, breed, share }) => {
    const percent = number(share);
    const isWeight = Number.isNaN(percent) && looksLikeFigure(share);
    return { fibre, breed: breed || null, percent: isWeight ? null : percent, weight: isWeight ? share : null };
  });

const most = 12;

/** What is in a blend or a kit that comes in: by its label, weighed out, or with shares that nobody knows. */
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
  const another = () => change([...parts, { fibre: parts.length === 1 ? 'silk' : 'wool', breed: '', share: '' }]);
  const against = error && (
    <div className={styles.said} role="alert">
      {error}
    </div>
  );
  if (parts.length === 0)
    return (
      <>
        <Button className={layout.selfStart} onClick={another}>
          It is a blend or a kit
        </Button>
        {against}
      </>
    );
  return (
    <Column className={layout.spanAll} gap={1}>
      <p>What is in it: each part’s share or its weight (30 g), or neither where nobody knows</p>
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
          <UnitField
            label={`Share ${i + 1}`}
            unit="%"
            value={part.share}
            onChange={(text) => set(i, { share: text })}
          />
          <Button onClick={() => change(parts.filter((_, k) => k !== i))}>Remove</Button>
        </Row>
      ))}
      {against}
      {parts.length < most && (
        <Button className={layout.selfStart} onClick={another}>
          Another part
        </Button>
      )}
    </Column>
  );
}

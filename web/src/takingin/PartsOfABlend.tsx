import { Box } from '../ui/Box';
import { Button } from '../ui/Button';
import { TextField } from '../ui/TextField';
import { Typography } from '../ui/Typography';
import type { Schema } from '../api/client';
import { Choice } from '../ui/Choice';
import { Column, Row } from '../ui/layouts';
import { NumberField } from '../ui/NumberField';
import { fibreWord } from '../ui/words';

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
      <Button onClick={another} sx={{ justifySelf: 'start' }}>
        It is a blend
      </Button>
    );
  return (
    <Column gap={1} sx={{ gridColumn: '1 / -1' }}>
      <Typography>What is in it, by weight</Typography>
      {parts.map((part, i) => (
        <Row key={i} gap={1} sx={{ alignItems: 'start' }}>
          <Choice
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
        <Box role="alert" sx={{ color: 'error.main' }}>
          {error}
        </Box>
      )}
      {parts.length < most && (
        <Button onClick={another} sx={{ justifySelf: 'start' }}>
          Another part
        </Button>
      )}
    </Column>
  );
}

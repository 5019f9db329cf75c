import Button from '@mui/material/Button';
import type { FormEvent } from 'react';
import { api, need, type Schema } from '../api/client';
import { useChange } from '../api/change';
import { ProblemNotice } from '../ui/Notices';
import { NumberField } from '../ui/NumberField';
import { number } from '../ui/figures';
import { Row } from '../ui/layouts';
import { useFields } from '../ui/useFields';
import { WrapsField } from './WrapsField';

/** A ply-back as it was read. The settings stay for the next one; it is kept only if the server reads it. */
export function NewPlyBack({
  body,
  next,
  noted,
}: {
  body: Schema['AimRequest'];
  next: Schema['SettingsView'] | null;
  noted: (trial: Schema['PlyBackRequest']) => void;
}) {
  const before = body.trials ?? [];
  const form = useFields({ wraps: '', degrees: '', treadles: '', draw: '' });
  const { values } = form;
  const trial: Schema['PlyBackRequest'] = {
    wraps: values.wraps,
    degrees: number(values.degrees),
    treadles: number(values.treadles),
    drawMillimetres: number(values.draw),
  };
  const reading = useChange(
    (one: Schema['PlyBackRequest']) =>
      need(api.POST('/api/spinning/aim', { body: { ...body, trials: [...before, one] } })),
    () => {
      noted(trial);
      form.set({ wraps: '', degrees: '' });
    },
  );
  const nameOf = (field: string) => `trials[${before.length}].${field}`;
  const at = (field: string) => reading.at(nameOf(field));
  const set = (part: Partial<typeof values>) => {
    reading.clear();
    form.set(part);
  };
  const read = (e: FormEvent) => {
    e.preventDefault();
    reading.go(trial);
  };
  return (
    <Row component="form" aria-label="New ply-back" gap={1.5} onSubmit={read} sx={{ alignItems: 'start' }}>
      <WrapsField
        label="New ply-back, wraps an inch"
        value={values.wraps}
        onChange={(wraps) => set({ wraps })}
        error={at('wraps')}
      />
      <NumberField
        label="Its angle, °"
        value={values.degrees}
        onChange={(degrees) => set({ degrees })}
        error={at('degrees')}
        sx={{ width: 120 }}
      />
      <NumberField
        label="Treadles for a draw"
        value={values.treadles}
        onChange={(treadles) => set({ treadles })}
        error={at('treadles')}
        sx={{ width: 165 }}
      />
      <NumberField
        label="Of mm"
        value={values.draw}
        onChange={(draw) => set({ draw })}
        error={at('drawMillimetres')}
        sx={{ width: 100 }}
      />
      {next && (values.treadles !== String(next.treadles) || values.draw !== String(next.drawMillimetres)) && (
        <Button
          variant="outlined"
          onClick={() => set({ treadles: String(next.treadles), draw: String(next.drawMillimetres) })}
          sx={{ mt: 0.5 }}
        >
          With {next.words}
        </Button>
      )}
      <Button type="submit" variant="contained" disabled={reading.busy} sx={{ mt: 0.5 }}>
        Note the ply-back
      </Button>
      <ProblemNotice error={reading.besides(...['wraps', 'degrees', 'treadles', 'drawMillimetres'].map(nameOf))} />
    </Row>
  );
}

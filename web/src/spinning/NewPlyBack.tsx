import { Box } from '../ui/Box';
import { Button } from '../ui/Button';
import { TextField } from '../ui/TextField';
import type { FormEvent } from 'react';
import type { Problem, Schema } from '../api/client';
import { ProblemNotice } from '../ui/Notices';
import { NumberField } from '../ui/NumberField';
import { WrapsField } from '../ui/WrapsField';
import { number } from '../ui/figures';
import { Row } from '../ui/layouts';
import { useFields } from '../ui/useFields';
import { WeightField } from '../ui/WeightField';
import { byWord } from './words';

const told = ['wraps', 'degrees', 'treadles', 'drawMillimetres', 'changed', 'neps', 'handle', 'mass', 'length'];

/** A ply-back as it was read. The settings stay for the next one; it is kept only if the server reads it. */
export function NewPlyBack({
  by,
  next,
  note,
  busy,
  error,
  nameOf,
  clear,
  changes = false,
}: {
  by: Schema['SpunBy'];
  next: Schema['SettingsView'] | null;
  /** Sends it; what was read is taken out of the fields once it is kept. */
  note: (read: Schema['PlyBackRequest'] & { changed: string | null }, kept: () => void) => void;
  busy: boolean;
  error: Problem | null;
  nameOf: (field: string) => string;
  clear: () => void;
  /** What was another this time can be told. */
  changes?: boolean;
}) {
  const form = useFields({
    wraps: '',
    degrees: '',
    treadles: '',
    draw: '',
    changed: '',
    neps: '',
    handle: '',
    mass: '',
    length: '',
  });
  const { values } = form;
  const at = (field: string) => error?.at(nameOf(field));
  const set = (part: Partial<typeof values>) => {
    clear();
    form.set(part);
  };
  const more = ['neps', 'handle', 'mass', 'length'].some((f) => at(f));
  const read = (e: FormEvent) => {
    e.preventDefault();
    note(
      {
        wraps: values.wraps,
        degrees: number(values.degrees),
        treadles: number(values.treadles),
        drawMillimetres: number(values.draw),
        changed: values.changed.trim() || null,
        neps: number(values.neps),
        handle: values.handle.trim() || null,
        mass: values.mass.trim() || null,
        length: values.length.trim() || null,
      },
      () => form.set({ wraps: '', degrees: '', changed: '', neps: '', handle: '', mass: '', length: '' }),
    );
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
        label={`${byWord[by]} for a draw`}
        value={values.treadles}
        onChange={(treadles) => set({ treadles })}
        error={at('treadles')}
        sx={{ width: 190 }}
      />
      <NumberField
        label="Of mm"
        value={values.draw}
        onChange={(draw) => set({ draw })}
        error={at('drawMillimetres')}
        sx={{ width: 100 }}
      />
      {changes && (
        <TextField
          label="What is another this time"
          value={values.changed}
          onChange={(e) => set({ changed: e.target.value })}
          error={!!at('changed')}
          helperText={at('changed') ?? 'long draw, from the other end'}
          attributes={{ maxLength: 200 }}
          sx={{ width: 235 }}
        />
      )}
      {next && (values.treadles !== String(next.treadles) || values.draw !== String(next.drawMillimetres)) && (
        <Button
          variant="outlined"
          onClick={() => set({ treadles: String(next.treadles), draw: String(next.drawMillimetres) })}
          sx={{ mt: 0.5 }}
        >
          With {next.words}
        </Button>
      )}
      <Button type="submit" variant="contained" disabled={busy} sx={{ mt: 0.5 }}>
        Note the ply-back
      </Button>
      <Box component="details" sx={{ width: '100%' }} open={more || undefined}>
        <Box component="summary" sx={{ cursor: 'pointer' }}>
          Neps, how it feels, how lofty it is
        </Box>
        <Row gap={1.5} sx={{ alignItems: 'start', mt: 1 }}>
          <NumberField
            label="Neps in it"
            whole
            value={values.neps}
            onChange={(neps) => set({ neps })}
            error={at('neps')}
            sx={{ width: 110 }}
          />
          <TextField
            label="It feels"
            value={values.handle}
            onChange={(e) => set({ handle: e.target.value })}
            error={!!at('handle')}
            helperText={at('handle') ?? 'soft, like string'}
            attributes={{ maxLength: 80 }}
            sx={{ width: 190 }}
          />
          <Box sx={{ width: 200 }}>
            <WeightField
              label="A bit of it weighs"
              value={values.mass}
              onChange={(mass) => set({ mass })}
              error={at('mass')}
              placeholder="1.2 g"
            />
          </Box>
          <TextField
            label="That bit is, m"
            value={values.length}
            onChange={(e) => set({ length: e.target.value })}
            error={!!at('length')}
            helperText={at('length')}
            attributes={{ maxLength: 40, autoComplete: 'off' }}
            sx={{ width: 130 }}
          />
        </Row>
      </Box>
      <ProblemNotice error={error?.isToldAt(told.map(nameOf)) ? null : error} />
    </Row>
  );
}

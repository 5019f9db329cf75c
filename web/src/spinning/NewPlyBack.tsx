import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
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
import { UnitField } from '../ui/UnitField';
import { useUnits } from '../api/units';
import { figureWithUnit, withUnit } from '../ui/withUnit';
import layout from '../ui/layout.module.css';
import styles from './NewPlyBack.module.css';

const told = ['wraps', 'degrees', 'treadles', 'drawMillimetres', 'changed', 'neps', 'handle', 'mass', 'length'];

/** A ply-back as it was read. The settings stay for the next one; what the server cannot read comes back. */
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
  /** Sends it, and takes what was read out of the fields: that tells what puts it back. */
  note: (read: Schema['PlyBackRequest'] & { changed: string | null }, empty: () => () => void) => void;
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
  const units = useUnits();
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
        drawMillimetres: figureWithUnit(values.draw, units.length),
        changed: values.changed.trim() || null,
        neps: number(values.neps),
        handle: values.handle.trim() || null,
        mass: values.mass.trim() || null,
        length: withUnit(values.length, units.yarn),
      },
      () => {
        form.set({ wraps: '', degrees: '', changed: '', neps: '', handle: '', mass: '', length: '' });
        return () => form.set(values);
      },
    );
  };
  return (
    <Row align="start" component="form" aria-label="New ply-back" gap={1.5} onSubmit={read}>
      <WrapsField
        label="New ply-back, wraps an inch"
        value={values.wraps}
        onChange={(wraps) => set({ wraps })}
        error={at('wraps')}
      />
      <NumberField
        style={{ width: 120 }}
        label="Its angle, °"
        value={values.degrees}
        onChange={(degrees) => set({ degrees })}
        error={at('degrees')}
      />
      <NumberField
        style={{ width: 190 }}
        label={`${byWord[by]} for a draw`}
        value={values.treadles}
        onChange={(treadles) => set({ treadles })}
        error={at('treadles')}
      />
      <UnitField
        style={{ width: 115 }}
        label="Of"
        unit={units.length}
        value={values.draw}
        onChange={(draw) => set({ draw })}
        error={at('drawMillimetres')}
      />
      {changes && (
        <TextField
          slotProps={{ htmlInput: { maxLength: 200 } }}
          style={{ width: 235 }}
          label="What is another this time"
          value={values.changed}
          onChange={(e) => set({ changed: e.target.value })}
          error={!!at('changed')}
          helperText={at('changed') ?? 'long draw, from the other end'}
        />
      )}
      {next && (values.treadles !== String(next.treadles) || withUnit(values.draw, units.length) !== next.draw) && (
        <Button
          className={layout.above4}
          variant="outlined"
          onClick={() => set({ treadles: String(next.treadles), draw: next.draw })}
        >
          With {next.words}
        </Button>
      )}
      <Button className={layout.above4} type="submit" variant="contained" disabled={busy}>
        Note the ply-back
      </Button>
      <details className={layout.wide} open={more || undefined}>
        <summary className={styles.summary}>Neps, how it feels, how lofty it is</summary>
        <Row align="start" className={layout.above8} gap={1.5}>
          <NumberField
            style={{ width: 110 }}
            label="Neps in it"
            whole
            value={values.neps}
            onChange={(neps) => set({ neps })}
            error={at('neps')}
          />
          <TextField
            slotProps={{ htmlInput: { maxLength: 80 } }}
            style={{ width: 190 }}
            label="It feels"
            value={values.handle}
            onChange={(e) => set({ handle: e.target.value })}
            error={!!at('handle')}
            helperText={at('handle') ?? 'soft, like string'}
          />
          <div style={{ width: 200 }}>
            <WeightField
              label="A bit of it weighs"
              value={values.mass}
              onChange={(mass) => set({ mass })}
              error={at('mass')}
              placeholder="1.2 g"
            />
          </div>
          <TextField
            slotProps={{ htmlInput: { maxLength: 40, autoComplete: 'off' } }}
            style={{ width: 130 }}
            label={`That bit is, ${units.yarn}`}
            value={values.length}
            onChange={(e) => set({ length: e.target.value })}
            error={!!at('length')}
            helperText={at('length')}
          />
        </Row>
      </details>
      <ProblemNotice error={error?.isToldAt(told.map(nameOf)) ? null : error} />
    </Row>
  );
}

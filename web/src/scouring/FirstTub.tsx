import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState, type FormEvent } from 'react';
import { api, type Schema } from '../api/client';
import { useChange } from '../api/change';
import { refreshTools } from '../api/queries';
import { SelectField } from '../ui/SelectField';
import { Row } from '../ui/layouts';
import { ProblemNotice } from '../ui/Notices';
import { useFields } from '../ui/useFields';
import { coverWord, materialWord } from './words';
import layout from '../ui/layout.module.css';

/** The first wash of a workshop asks for one tub; a plan can be made without as well, in a tub of this size once. */
export function FirstTub() {
  const keeping = useChange(
    (form: typeof fresh) =>
      api.POST('/api/scouring/tubs', {
        body: {
          name: form.name.trim() || 'the tub',
          litres: form.litres,
          material: form.material,
          emptyKilograms: null,
          covered: form.cover === 'covered',
        },
      }),
    refreshTools,
  );
  const fresh = {
    name: '',
    litres: '',
    material: 'steel' as Schema['TubMaterial'],
    cover: 'open' as 'open' | 'covered',
  };
  const { values, set, text } = useFields(fresh, keeping);
  const [later, setLater] = useState(false);
  if (later) return null;
  const submit = (e: FormEvent) => {
    e.preventDefault();
    keeping.go(values);
  };
  return (
    <form onSubmit={submit} noValidate aria-label="Your first tub">
      <h2>What do you wash in?</h2>
      <p className={layout.below12}>
        One tub is enough to begin with. It learns from your baths how fast it cools; more are added in the workshop.
      </p>
      <Row gap={1.5}>
        <TextField
          slotProps={{ inputLabel: { shrink: true } }}
          label="Call it"
          placeholder="the tub"
          {...text('name')}
        />
        <TextField style={{ width: 200 }} label="It holds, L or gal" {...text('litres')} />
        <SelectField
          style={{ width: 160 }}
          label="Made of"
          value={values.material}
          onChange={(material) => set({ material })}
          words={materialWord}
        />
        <SelectField
          style={{ width: 230 }}
          label="While it soaks"
          value={values.cover}
          onChange={(cover) => set({ cover })}
          words={{ open: coverWord(false), covered: coverWord(true) }}
        />
        <Button type="submit" variant="contained" disabled={keeping.busy}>
          Keep this tub
        </Button>
        <Button onClick={() => setLater(true)}>Another time</Button>
      </Row>
      <ProblemNotice error={keeping.besides('name', 'litres')} />
    </form>
  );
}

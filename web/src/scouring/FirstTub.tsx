import { Box } from '../ui/Box';
import { Button } from '../ui/Button';
import { TextField } from '../ui/TextField';
import { Typography } from '../ui/Typography';
import { useState, type FormEvent } from 'react';
import { api, type Schema } from '../api/client';
import { useChange } from '../api/change';
import { refreshTools } from '../api/queries';
import { Choice } from '../ui/Choice';
import { Row } from '../ui/layouts';
import { ProblemNotice } from '../ui/Notices';
import { useFields } from '../ui/useFields';
import { coverWord, materialWord } from './words';

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
    <Box component="form" onSubmit={submit} noValidate aria-label="Your first tub">
      <Typography variant="h2">What do you wash in?</Typography>
      <Typography sx={{ mb: 1.5 }}>
        One tub is enough to begin with. It learns from your baths how fast it cools; more are added in the workshop.
      </Typography>
      <Row gap={1.5}>
        <TextField label="Call it" placeholder="the tub" {...text('name')} shrink />
        <TextField label="It holds, L or gal" {...text('litres')} sx={{ width: 200 }} />
        <Choice
          label="Made of"
          value={values.material}
          onChange={(material) => set({ material })}
          words={materialWord}
          sx={{ width: 160 }}
        />
        <Choice
          label="While it soaks"
          value={values.cover}
          onChange={(cover) => set({ cover })}
          words={{ open: coverWord(false), covered: coverWord(true) }}
          sx={{ width: 230 }}
        />
        <Button type="submit" variant="contained" disabled={keeping.busy}>
          Keep this tub
        </Button>
        <Button onClick={() => setLater(true)}>Another time</Button>
      </Row>
      <ProblemNotice error={keeping.besides('name', 'litres')} />
    </Box>
  );
}

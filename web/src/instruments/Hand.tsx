import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { api, type Schema } from '../api/client';
import { number } from '../ui/figures';
import { ProblemNotice, Section } from '../ui/Notices';
import { NumberField } from '../ui/NumberField';

/** In the demo the instruments are stand-ins: this puts fleece on the pan, pours a bath, breathes on the air sensor. */
export function Hand() {
  const [grams, setGrams] = useState('412');
  const [dry, setDry] = useState('700');
  const [water, setWater] = useState('450');
  const [celsius, setCelsius] = useState('62');
  const [said, setSaid] = useState('');
  const [error, setError] = useState<unknown>(null);
  const does = async (what: Schema['HandDoes'], ...numbers: (number | null)[]) => {
    setError(null);
    setSaid('');
    try {
      const answer = await api.POST('/api/instruments/hand', {
        body: { does: what, numbers: numbers.map((n) => n ?? 0) },
      });
      setSaid(answer.data!.said);
    } catch (e) {
      setError(e);
    }
  };
  const field = (label: string, value: string, set: (v: string) => void) => (
    <NumberField label={label} value={value} onChange={(text) => set(text)} sx={{ width: 130 }} shrink />
  );
  return (
    <Section title="A hand for the stand-ins">
      <Typography color="text.secondary" sx={{ mb: 1.5 }}>
        In the demo small programs stand in for the instruments. Here is what a hand would do to them.
      </Typography>
      <Box sx={{ display: 'grid', gap: 1.5 }}>
        <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap' }}>
          {field('On the pan, g', grams, setGrams)}
          <Button variant="outlined" onClick={() => void does('put', number(grams))}>
            Put it on the pan
          </Button>
          <Button onClick={() => void does('off')}>Empty the pan</Button>
        </Box>
        <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap' }}>
          {field('Dry fleece, g', dry, setDry)}
          {field('Water in it, g', water, setWater)}
          <Button variant="outlined" onClick={() => void does('fleece', number(dry), number(water), 90, 40)}>
            Lay the wet fleece on the pan
          </Button>
        </Box>
        <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap' }}>
          {field('Bath, °C', celsius, setCelsius)}
          <Button variant="outlined" onClick={() => void does('pour', number(celsius), 0.009)}>
            Pour a bath
          </Button>
          <Button onClick={() => void does('empty')}>Empty the tub</Button>
          <Button onClick={() => void does('breathe')}>Breathe on the air sensor</Button>
        </Box>
      </Box>
      <Box aria-live="polite" sx={{ mt: 1, minHeight: '1.5em' }}>
        {said}
      </Box>
      <ProblemNotice error={error} />
    </Section>
  );
}

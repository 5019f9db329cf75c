import Button from '@mui/material/Button';
import { clsx } from 'clsx';
import { useState } from 'react';
import { api, need, type Schema } from '../api/client';
import { number } from '../ui/figures';
import { ProblemNotice, Section } from '../ui/Notices';
import { NumberField } from '../ui/NumberField';
import { useChange } from '../api/change';
import { Column, Row } from '../ui/layouts';
import layout from '../ui/layout.module.css';
import typography from '../ui/typography.module.css';
import styles from './Hand.module.css';

/** In the demo the instruments are stand-ins: this puts fleece on the pan, pours a bath, breathes on the air sensor. */
export function Hand() {
  const [grams, setGrams] = useState('412');
  const [dry, setDry] = useState('700');
  const [water, setWater] = useState('450');
  const [celsius, setCelsius] = useState('62');
  const [said, setSaid] = useState('');
  const hand = useChange(
    (body: Schema['HandRequest']) => need(api.POST('/api/instruments/hand', { body })),
    (answer) => setSaid(answer.said),
  );
  const does = (what: Schema['HandDoes'], ...numbers: (number | null)[]) => {
    setSaid('');
    hand.go({ does: what, numbers: numbers.map((n) => n ?? 0) });
  };
  const field = (label: string, value: string, set: (v: string) => void) => (
    <NumberField style={{ width: 130 }} label={label} value={value} onChange={(text) => set(text)} shrink />
  );
  return (
    <Section title="A hand for the stand-ins">
      <p className={clsx(typography.quiet, layout.below12)}>
        In the demo small programs stand in for the instruments. Here is what a hand would do to them.
      </p>
      <Column gap={1.5}>
        <Row gap={1.5}>
          {field('On the pan, g', grams, setGrams)}
          <Button variant="outlined" onClick={() => does('put', number(grams))}>
            Put it on the pan
          </Button>
          <Button onClick={() => does('off')}>Empty the pan</Button>
        </Row>
        <Row gap={1.5}>
          {field('Dry fleece, g', dry, setDry)}
          {field('Water in it, g', water, setWater)}
          <Button variant="outlined" onClick={() => does('fleece', number(dry), number(water), 90, 40)}>
            Lay the wet fleece on the pan
          </Button>
        </Row>
        <Row gap={1.5}>
          {field('Bath, °C', celsius, setCelsius)}
          <Button variant="outlined" onClick={() => does('pour', number(celsius), 0.009)}>
            Pour a bath
          </Button>
          <Button onClick={() => does('empty')}>Empty the tub</Button>
          <Button onClick={() => does('breathe')}>Breathe on the air sensor</Button>
        </Row>
      </Column>
      <div className={styles.part} aria-live="polite">
        {said}
      </div>
      <ProblemNotice error={hand.error} />
    </Section>
  );
}

import { Box } from './Box';
import { useState } from 'react';
import { Button } from './Button';
import type { Schema } from '../api/client';
import { ButtonBase } from './ButtonBase';
import styles from './WordChips.module.css';
import { fibreWord, othersCouldCome, parentage } from './words';

interface Props {
  lots: readonly Schema['LotLine'][];
  chosen: readonly string[];
  onChange: (ids: string[]) => void;
  /** Lots that wait here come first; the others that could come are a tap away. */
  first: Schema['StepKind'];
}

const few = 12;

// Of other fibres than wool the breed is seldom known: then the fibre is told.
const whatIs = (l: Schema['LotLine']) =>
  [l.parentage || l.fibre === 'wool' ? parentage(l.parentage) : fibreWord[l.fibre], l.colour]
    .filter(Boolean)
    .join(', ');

/** Lots to choose one or several of. */
export function LotChips({ lots, chosen, onChange, first }: Props) {
  const [all, setAll] = useState(false);
  // Where nothing waits and few could come there is nothing to put first.
  const open = all || (lots.length <= few && !lots.some((l) => l.next === first));
  const here = lots.filter((l) => open || l.next === first || chosen.includes(l.id));
  const others = lots.length - here.length;
  return (
    <Box role="group" aria-label="Lots" sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
      {here.map((l) => (
        <ButtonBase
          key={l.id}
          className={`${styles.chip} ${styles.lot}`}
          aria-pressed={chosen.includes(l.id)}
          onClick={() => onChange(chosen.includes(l.id) ? chosen.filter((c) => c !== l.id) : [...chosen, l.id])}
        >
          <span>
            {chosen.includes(l.id) ? '✓ ' : ''}
            <strong>{l.code}</strong> {whatIs(l)}, {l.left?.text ?? 'not weighed'}
          </span>
        </ButtonBase>
      ))}
      {others > 0 && <Button onClick={() => setAll(true)}>{othersCouldCome(others)}</Button>}
    </Box>
  );
}

import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import Button from '@mui/material/Button';
import { useState } from 'react';
import type { Schema } from '../api/client';
import { fibreWord, othersCouldCome, parentage } from './words';
import styles from './LotChips.module.css';

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
    <ToggleButtonGroup aria-label="Lots" value={chosen} onChange={(_, ids: string[]) => onChange(ids)}>
      {here.map((l) => (
        <ToggleButton key={l.id} value={l.id} className={styles.lot}>
          {chosen.includes(l.id) ? '✓ ' : ''}
          <strong>{l.code}</strong> {whatIs(l)}, {l.left?.text ?? 'not weighed'}
        </ToggleButton>
      ))}
      {others > 0 && <Button onClick={() => setAll(true)}>{othersCouldCome(others)}</Button>}
    </ToggleButtonGroup>
  );
}

import TextField from '@mui/material/TextField';
import { useDeferredValue, useState } from 'react';
import { Problem } from '../api/client';
import { useWinding } from './queries';
import layout from '../ui/layout.module.css';

/** Onto weaving bobbins, shuttles or a cone: what one holds is typed, how many and how far each goes is told. */
export function WindOff({ lotId }: { lotId: string }) {
  const [holds, setHolds] = useState('');
  const asked = useDeferredValue(holds.trim());
  const winding = useWinding(lotId, asked);
  const against = winding.error instanceof Problem ? winding.error.at('holds') : undefined;
  return (
    <details className={layout.above8}>
      <summary>Wind it off onto bobbins or a cone</summary>
      <TextField
        className={layout.above8}
        style={{ width: 260 }}
        label="One of them holds"
        placeholder="30 g, 90 m, 100 yd"
        value={holds}
        onChange={(e) => setHolds(e.target.value)}
        error={!!against}
        helperText={against}
        slotProps={{ htmlInput: { maxLength: 40 }, inputLabel: { shrink: true } }}
      />
      {asked !== '' && !against && winding.data?.sentences.map((s) => <p key={s}>{s}</p>)}
    </details>
  );
}

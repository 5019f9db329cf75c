import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { api, need, queryClient, type Schema } from '../api/client';
import { useChange } from '../api/change';
import { invalidate, useSession } from '../api/queries';
import { ProblemNotice } from '../ui/Notices';
import { Column, Row } from '../ui/layouts';
import { useUsualYarn } from './queries';
import { UnitField } from '../ui/UnitField';
import { useUnits } from '../api/units';
import { figureWithUnit } from '../ui/withUnit';
import layout from '../ui/layout.module.css';
import styles from './UsualYarn.module.css';

/** What things usually take, with the workshop's own figures where it has some. */
export function UsualYarn() {
  const usual = useUsualYarn();
  const units = useUnits();
  const mayLog = useSession().data?.workshop?.role !== 'looker';
  const [rows, setRows] = useState<{ thing: string; metres: string }[] | null>(null);
  const changing = useChange(
    (things: Schema['UsualYarnRow'][] | null) => need(api.PUT('/api/spinning/usual', { body: { things } })),
    () => {
      setRows(null);
      void invalidate(['/api/spinning/usual']);
      void queryClient.invalidateQueries({ queryKey: ['post', '/api/spinning/enough'] });
    },
  );
  if (!usual.data) return null;
  const set = (at: number, part: Partial<{ thing: string; metres: string }>) => {
    changing.clear();
    setRows((rows ?? []).map((r, i) => (i === at ? { ...r, ...part } : r)));
  };
  const told = (rows ?? []).flatMap((_, i) => [`things[${i}].thing`, `things[${i}].metres`]);
  return (
    <details>
      <summary className={styles.summary}>
        What things usually take{usual.data.isOwn ? ', by this workshop' : ''}
      </summary>
      <Column className={layout.above8} gap={1}>
        {rows === null ? (
          <>
            <p>
              Of 11 wraps an inch; a thinner yarn takes more:{' '}
              {usual.data.things.map((t) => `${t.thing} ${t.length}`).join(', ')}.
            </p>
            {mayLog && (
              <Row gap={1}>
                <Button
                  size="small"
                  onClick={() => setRows(usual.data.things.map((t) => ({ thing: t.thing, metres: t.length })))}
                >
                  Change the table
                </Button>
                {usual.data.isOwn && (
                  <Button size="small" disabled={changing.busy} onClick={() => changing.go(null)}>
                    Back to the typical one
                  </Button>
                )}
              </Row>
            )}
          </>
        ) : (
          <>
            {rows.map((r, i) => (
              <Row align="start" key={i} gap={1}>
                <TextField
                  slotProps={{ htmlInput: { maxLength: 40, autoComplete: 'off' } }}
                  style={{ width: 190 }}
                  label={`Thing ${i + 1}`}
                  value={r.thing}
                  onChange={(e) => set(i, { thing: e.target.value })}
                  error={!!changing.at(`things[${i}].thing`)}
                  helperText={changing.at(`things[${i}].thing`)}
                />
                <UnitField
                  style={{ width: 130 }}
                  label={`Yarn ${i + 1}`}
                  unit={units.yarn}
                  value={r.metres}
                  onChange={(metres) => set(i, { metres })}
                  error={changing.at(`things[${i}].metres`)}
                />
                <Button className={layout.above6} onClick={() => setRows(rows.filter((_, k) => k !== i))}>
                  Take it out
                </Button>
              </Row>
            ))}
            <Row gap={1}>
              <Button onClick={() => setRows([...rows, { thing: '', metres: '' }])}>One thing more</Button>
              <Button
                variant="contained"
                disabled={changing.busy}
                onClick={() =>
                  changing.go(rows.map((r) => ({ thing: r.thing, metres: figureWithUnit(r.metres, units.yarn) ?? 0 })))
                }
              >
                Keep the table
              </Button>
              <Button onClick={() => setRows(null)}>Leave it as it was</Button>
            </Row>
            <ProblemNotice error={changing.error && !changing.error.isToldAt(told) ? changing.error : null} />
          </>
        )}
      </Column>
    </details>
  );
}

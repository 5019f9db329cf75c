import Button from '@mui/material/Button';
import { useMemo } from 'react';
import type { Schema } from '../api/client';
import { KnittedPatch, RehearsedYarn, StripChart } from '../drawings/StripChart';
import { Notice } from '../ui/Notices';
import { Column, Row } from '../ui/layouts';
import typography from '../ui/typography.module.css';
import styles from './RehearseBench.module.css';

/** What was arranged: the strips, the yarn they become, and a patch of it near by and from afar. */
export function RehearsedView({
  view,
  busy,
  begin,
}: {
  view: Schema['RehearsalView'];
  busy: boolean;
  begin: () => void;
}) {
  const singles = useMemo(() => view.plies.map((p) => p.singles), [view]);
  const { rowsInAll, rowsEach } = view.inHand;
  const drawn = Math.min(rowsInAll, view.inHand.rows.length * rowsEach);
  const shown =
    (rowsInAll > drawn ? `, the first ${drawn} of ${rowsInAll} rows` : '') +
    (rowsEach > 1 ? `, one of every ${rowsEach} drawn` : '');
  return (
    <Column gap={1.5}>
      <StripChart
        plies={view.plies.map((p) => p.strips.map((s) => ({ name: s.name, colour: s.colour, grams: s.mass.grams })))}
        words={`Strips in order. ${view.plies.map((p, i) => `Ply ${i + 1}: ${p.strips.map((s) => s.name || 'plain').join(' ')}`).join('. ')}.`}
      />
      <RehearsedYarn
        singles={singles}
        yarn={view.yarn}
        words={`Singles of ${view.plies.length === 1 ? 'one ply' : `${view.plies.length} plies`} and ${view.yarnLength} of yarn.`}
      />
      <div className={styles.columns}>
        <div>
          <KnittedPatch rows={view.inHand.rows} words="A knitted patch as it looks in the hand." />
          <p className={typography.quiet}>in the hand{shown}</p>
        </div>
        <div>
          <KnittedPatch rows={view.acrossRoom.rows} words="The patch as it looks from across a room." />
          <p className={typography.quiet}>from across a room</p>
        </div>
      </div>
      <Column gap={0.5}>
        {[`${view.yarnLength} of yarn.`, ...view.sentences].map((s) => (
          <p key={s}>{s}</p>
        ))}
      </Column>
      {[...view.plies.map((p) => p.drift), ...view.needs.map((n) => n.short)]
        .filter((s) => s !== '')
        .map((s) => (
          <Notice key={s} tone="watch">
            {s}
          </Notice>
        ))}
      <Row gap={1}>
        <Button variant="contained" disabled={busy} onClick={begin}>
          Begin: tick the strips off
        </Button>
        <Button variant="outlined" onClick={() => window.print()}>
          Print the strip chart
        </Button>
      </Row>
    </Column>
  );
}

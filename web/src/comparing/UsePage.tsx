import Button from '@mui/material/Button';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import type { ReactNode } from 'react';
import { Link as RouterLink, useParams } from 'react-router';
import type { Schema } from '../api/client';
import { magnifiedFor, Yarn } from '../drawings/Yarn';
import { Notice, ProblemNotice } from '../ui/Notices';
import { Column, Row } from '../ui/layouts';
import { drawWord, formOf, holdingWord, parentage } from '../ui/words';
import { FigureRows, JudgedRows } from './FigureRows';
import { useUse } from './queries';
import { otherwiseWord } from './words';
import styles from './ComparePage.module.css';
import layout from '../ui/layout.module.css';
import typography from '../ui/typography.module.css';

type Sample = Schema['SampleView'];

/** Yarns for one use beside one another, drawn at one scale: sock yarns, whatever they were made of. */
export function UsePage() {
  const { use = '' } = useParams();
  const asked = useUse(use);
  if (asked.isLoadingError) return <ProblemNotice error={asked.error} retry={() => void asked.refetch()} />;
  const page = asked.data;
  if (!page) return null;
  const magnified = magnifiedFor(Math.max(0.2, ...page.samples.map((s) => s.sample.diameterMillimetres ?? 0)));
  const row = (name: string, of: (sample: Sample) => ReactNode) =>
    page.samples.some((s) => of(s.sample)) && (
      <TableRow>
        <TableCell component="th" scope="row" className={styles.headCell}>
          {name}
        </TableCell>
        {page.samples.map(({ sample }) => (
          <TableCell key={sample.id} className={styles.cell}>
            {of(sample)}
          </TableCell>
        ))}
      </TableRow>
    );
  return (
    <Column gap={3}>
      <h1>Yarns for {page.use}</h1>
      <Row gap={0.5}>
        {page.uses.map((u) => (
          <Button
            key={u}
            size="small"
            variant={u === page.use.toLowerCase() ? 'contained' : 'text'}
            component={RouterLink}
            to={`/uses/${encodeURIComponent(u)}`}
          >
            {u}
          </Button>
        ))}
      </Row>
      {page.samples.length === 0 ? (
        <p>No sample is for that yet: say on a sample&apos;s card what you would use it for.</p>
      ) : (
        <div className={layout.scrollX} tabIndex={0} role="group" aria-label="The figures of each yarn">
          <Table className={styles.figures}>
            <TableHead>
              <TableRow>
                <TableCell />
                {page.samples.map(({ sample, colour }) => (
                  <TableCell key={sample.id}>
                    <Yarn sample={sample} colour={colour} width={190} magnified={magnified} />
                    <div>
                      <RouterLink to={`/samples/${sample.code}`}>{sample.code}</RouterLink>
                    </div>
                    <div className={typography.light}>
                      {parentage(sample.parentage)}, {formOf(sample.form, sample.fibre)}
                    </div>
                  </TableCell>
                ))}
              </TableRow>
            </TableHead>
            <TableBody>
              {row('held and drawn', (s) =>
                [s.holding ? holdingWord[s.holding] : '', s.draw ? drawWord[s.draw] : ''].filter(Boolean).join(', '),
              )}
              {row('wraps an inch', (s) => s.wrapsPerInch)}
              {row('plies', (s) => s.plies)}
              {row('angle', (s) => s.twistAngleDegrees !== null && `${s.twistAngleDegrees}\u00B0`)}
              <FigureRows lines={page.lines} />
              <JudgedRows judged={page.judged} />
              {row('verdict', (s) => s.verdict)}
            </TableBody>
          </Table>
        </div>
      )}
      {page.otherwise.length > 0 && (
        <Notice tone="watch">
          They differ in {page.otherwise.map((o) => otherwiseWord[o]).join(', ')}: what you see may come from that.
        </Notice>
      )}
    </Column>
  );
}

import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { clsx } from 'clsx';
import { Link as RouterLink, useParams } from 'react-router';
import { useDeferredValue, useState } from 'react';
import { Problem, type Schema } from '../api/client';
import { Ways } from '../drawings/Ways';
import { Notice, ProblemNotice, Section } from '../ui/Notices';
import { Column, Row } from '../ui/layouts';
import { drawWord, formOf, formWord, parentage, preparedAsWord, stepWord } from '../ui/words';
import { FigureRows, JudgedRows } from './FigureRows';
import { useComparison } from './queries';
import { useUnits } from '../api/units';
import styles from './ComparePage.module.css';
import layout from '../ui/layout.module.css';
import typography from '../ui/typography.module.css';

/** One lot prepared in several ways: what each gave and cost, and whether the difference is one. */
export function ComparePage() {
  const units = useUnits();
  const { code = '' } = useParams();
  const [wanted, setWanted] = useState('');
  const asked = useDeferredValue(wanted.trim());
  const comparison = useComparison(code, '');
  // What cannot be read as an amount yet takes nothing of the page away.
  const forWanted = useComparison(code, asked);
  const against = forWanted.error instanceof Problem ? forWanted.error.at('wanted') : null;
  if (comparison.isLoadingError)
    return <ProblemNotice error={comparison.error} retry={() => void comparison.refetch()} />;
  if (!comparison.data) return null;
  const page = forWanted.data ?? comparison.data;
  return (
    <Column gap={3}>
      <div>
        <h1>
          Preparations of <RouterLink to={`/lots/${page.lot.code}`}>{page.lot.code}</RouterLink>{' '}
          <span className={typography.light}>{parentage(page.lot.parentage)}</span>
        </h1>
        <p className={typography.quiet}>
          {formOf(page.lot.form, page.fibre)}
          {page.lot.left ? `, ${page.lot.left.text} left` : ''}
        </p>
      </div>
      {page.ways.length === 0 && page.waiting.length === 0 && (
        <p>
          Nothing was prepared of it alone yet. Divide a few grams off for each way under{' '}
          <RouterLink to={`/lots/${page.lot.code}/routes`}>Routes</RouterLink>, or prepare it at the cards and combs.
        </p>
      )}
      {page.ways.length > 0 && (
        <Column gap={1}>
          <Ways
            ways={page.ways.map((w) => ({
              name: w.name,
              taken: w.taken.grams,
              made: w.made.grams,
              rest: w.rest?.grams ?? 0,
              lost: w.lost.grams,
              preparing: w.preparingHours,
              spinning: w.spinningHours,
              kept: `${w.taken.text} gave ${w.made.text}${w.rest ? `, ${w.rest.text} noil` : ''}`,
              hours: w.hours,
            }))}
            words={page.ways.map((w) => `${w.name}: ${w.taken.text} gave ${w.made.text}, ${w.hours}.`).join(' ')}
          />
          <Row className={clsx(typography.note, typography.quiet)} gap={2}>
            <Key colour="var(--wool)">product</Key>
            {page.ways.some((w) => w.rest) && <Key colour="var(--strand)">noil</Key>}
            <Key colour="var(--woad)">hours of preparing</Key>
            <Key colour="var(--weld)">of spinning and joining</Key>
            <span>for {units.amount}</span>
          </Row>
        </Column>
      )}
      {page.sentences.length > 0 && (
        <Notice tone={page.otherwise.length > 0 ? 'watch' : 'kept'}>{page.sentences.join(' ')}</Notice>
      )}
      {page.ways.length > 0 && (
        <TextField
          className={styles.wanted}
          label="Yarn that is wanted"
          placeholder="300 g, 400 m, 500 yd"
          value={wanted}
          onChange={(e) => setWanted(e.target.value)}
          error={!!against}
          helperText={against ?? 'then each way tells its fibre, hours and cost'}
          slotProps={{ htmlInput: { maxLength: 40 }, inputLabel: { shrink: true } }}
        />
      )}
      {page.ways.length > 0 && <FiguresOfEachWay page={page} />}
      {page.waiting.length > 0 && (
        <Section title="Still to be prepared">
          <Column gap={1}>
            {page.waiting.map((t) => (
              <Row align="center" key={t.id} gap={1.5}>
                <RouterLink to={`/lots/${t.code}`}>{t.code}</RouterLink>
                <span>
                  {[t.left?.text, t.preparation ? `to be ${preparedAsWord[t.preparation].toLowerCase()}` : '']
                    .filter(Boolean)
                    .join(', ')}
                </span>
                {t.at && (
                  <Button size="small" variant="outlined" component={RouterLink} to={`/station/${t.at}?lot=${t.code}`}>
                    {stepWord[t.at]} {t.code}
                  </Button>
                )}
              </Row>
            ))}
          </Column>
        </Section>
      )}
    </Column>
  );
}

const Key = ({ colour, children }: { colour: string; children: string }) => (
  <span className={styles.key}>
    <span className={styles.swatch} style={{ backgroundColor: colour }} aria-hidden />
    {children}
  </span>
);

/** One column for each way; only what differs beyond its doubt is marked. */
function FiguresOfEachWay({ page }: { page: Schema['ComparePage'] }) {
  return (
    <div className={layout.scrollX} tabIndex={0} role="group" aria-label="The figures of each way">
      <Table className={styles.figures}>
        <TableHead>
          <TableRow>
            <TableCell />
            {page.ways.map((w) => (
              <TableCell key={w.name}>
                {w.name}
                <div className={typography.light}>
                  {w.lots.map((l) => (
                    <span key={l.id}>
                      <RouterLink to={`/lots/${l.code}`}>{l.code}</RouterLink>{' '}
                    </span>
                  ))}
                </div>
              </TableCell>
            ))}
          </TableRow>
        </TableHead>
        <TableBody>
          <TableRow>
            <TableCell component="th" scope="row">
              road
            </TableCell>
            {page.ways.map((w) => (
              <TableCell key={w.name}>{w.road.map((s) => stepWord[s].toLowerCase()).join(', ')}</TableCell>
            ))}
          </TableRow>
          <FigureRows lines={page.lines} />
          <JudgedRows judged={page.judged} />
          {page.ways.some((w) => w.notes.length > 0) && (
            <TableRow>
              <TableCell component="th" scope="row">
                noted
              </TableCell>
              {page.ways.map((w) => (
                <TableCell className={styles.cell} key={w.name}>
                  {w.notes.join(' ')}
                </TableCell>
              ))}
            </TableRow>
          )}
          <TableRow>
            <TableCell component="th" scope="row">
              spun
            </TableCell>
            {page.ways.map((w) => (
              <TableCell key={w.name}>
                {w.spun.length > 0 && (
                  <div>
                    {w.spun.map((l) => (
                      <span key={l.id}>
                        <RouterLink to={`/lots/${l.code}`}>{l.code}</RouterLink> {formWord[l.form].toLowerCase()}
                        {l.mass && `, ${l.mass}`};{' '}
                      </span>
                    ))}
                  </div>
                )}
                {w.samples.length === 0 ? (
                  <RouterLink to={`/lots/${w.lots.at(-1)!.code}/sample${w.holding ? `?held=${w.holding}` : ''}`}>
                    Keep a sample
                  </RouterLink>
                ) : (
                  w.samples.map((s) => (
                    <div key={s.id}>
                      <RouterLink to={`/samples/${s.code}`}>{s.code}</RouterLink>{' '}
                      {[
                        s.draw ? drawWord[s.draw] : '',
                        s.wrapsPerInch !== null ? `${s.wrapsPerInch} WPI` : '',
                        s.plies !== null ? `${s.plies} ply` : '',
                        s.verdict,
                      ]
                        .filter(Boolean)
                        .join(', ')}
                    </div>
                  ))
                )}
              </TableCell>
            ))}
          </TableRow>
        </TableBody>
      </Table>
    </div>
  );
}

import { Box } from '../ui/Box';
import { Button } from '../ui/Button';
import { Link } from '../ui/Link';
import { Typography } from '../ui/Typography';
import { Link as RouterLink, useParams } from 'react-router';
import type { Schema } from '../api/client';
import { Ways } from '../drawings/Ways';
import { Notice, ProblemNotice, Section } from '../ui/Notices';
import { Column, Row } from '../ui/layouts';
import { tone } from '../ui/tones';
import { drawWord, formOf, parentage, preparedAsWord, stepWord } from '../ui/words';
import { useComparison } from './queries';
import { comparedWord } from './words';
import styles from './ComparePage.module.css';

/** One lot prepared in several ways: what each gave and cost, and whether the difference is one. */
export function ComparePage() {
  const { code = '' } = useParams();
  const comparison = useComparison(code);
  if (comparison.isLoadingError)
    return <ProblemNotice error={comparison.error} again={() => void comparison.refetch()} />;
  if (!comparison.data) return null;
  const page = comparison.data;
  return (
    <Column gap={3}>
      <Box>
        <Typography variant="h1">
          Preparations of{' '}
          <Link component={RouterLink} to={`/lots/${page.lot.code}`}>
            {page.lot.code}
          </Link>{' '}
          <Box component="span" sx={{ fontWeight: 400 }}>
            {parentage(page.lot.parentage)}
          </Box>
        </Typography>
        <Typography color="text.secondary">
          {formOf(page.lot.form, page.fibre)}
          {page.lot.left ? `, ${page.lot.left.text} left` : ''}
        </Typography>
      </Box>
      {page.ways.length === 0 && page.waiting.length === 0 && (
        <Typography>
          Nothing was prepared of it alone yet. Divide a few grams off for each way under{' '}
          <Link component={RouterLink} to={`/lots/${page.lot.code}/routes`}>
            Routes
          </Link>
          , or prepare it at the cards and combs.
        </Typography>
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
          <Row gap={2} sx={{ fontSize: '0.9rem', color: 'text.secondary' }}>
            <Key colour={tone('wool')}>product</Key>
            {page.ways.some((w) => w.rest) && <Key colour={tone('strand')}>noil</Key>}
            <Key colour={tone('woad')}>hours of preparing</Key>
            <Key colour={tone('weld')}>of spinning and joining</Key>
            <span>for 100 g</span>
          </Row>
        </Column>
      )}
      {page.sentences.length > 0 && (
        <Notice tone={page.otherwise.length > 0 ? 'watch' : 'kept'}>{page.sentences.join(' ')}</Notice>
      )}
      {page.ways.length > 0 && <Table page={page} />}
      {page.waiting.length > 0 && (
        <Section title="Still to be prepared">
          <Column gap={1}>
            {page.waiting.map((t) => (
              <Row key={t.id} gap={1.5} sx={{ alignItems: 'center' }}>
                <Link component={RouterLink} to={`/lots/${t.code}`}>
                  {t.code}
                </Link>
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
  <Box component="span" sx={{ display: 'inline-flex', alignItems: 'center', gap: 0.75 }}>
    <Box
      aria-hidden
      component="span"
      sx={{ width: 14, height: 14, bgcolor: colour, border: 1, borderColor: 'divider' }}
    />
    {children}
  </Box>
);

const standingMark: Record<Schema['Standing'], string> = {
  notKnown: '',
  asGood: '',
  better: 'better',
  worse: '',
};

/** One column for each way; only what differs beyond its doubt is marked. */
function Table({ page }: { page: Schema['ComparePage'] }) {
  return (
    <Box sx={{ overflowX: 'auto' }} tabIndex={0} role="group" aria-label="The figures of each way">
      <table className={styles.figures}>
        <thead>
          <tr>
            <td />
            {page.ways.map((w) => (
              <th key={w.name} scope="col">
                {w.name}
                <Box sx={{ fontWeight: 400 }}>
                  {w.lots.map((l) => (
                    <span key={l.id}>
                      <Link component={RouterLink} to={`/lots/${l.code}`}>
                        {l.code}
                      </Link>{' '}
                    </span>
                  ))}
                </Box>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          <tr>
            <Box component="th" scope="row">
              road
            </Box>
            {page.ways.map((w) => (
              <td key={w.name}>{w.road.map((s) => stepWord[s].toLowerCase()).join(', ')}</td>
            ))}
          </tr>
          {page.lines.map((line) => (
            <tr key={line.by}>
              <Box component="th" scope="row" sx={{ whiteSpace: { md: 'nowrap' } }}>
                {comparedWord[line.by]}
              </Box>
              {line.cells.map((cell, i) => (
                <td key={i}>
                  {cell.text === null ? (
                    <Box component="span" sx={{ color: 'text.secondary' }}>
                      not known
                    </Box>
                  ) : (
                    <>
                      {cell.text}{' '}
                      <Box component="span" sx={{ color: 'text.secondary', whiteSpace: 'nowrap' }}>
                        ± {cell.giveOrTake}
                      </Box>
                      {standingMark[cell.standing] && (
                        <Box component="strong" sx={{ color: tone('lichen'), ml: 0.75 }}>
                          {standingMark[cell.standing]}
                        </Box>
                      )}
                    </>
                  )}
                </td>
              ))}
            </tr>
          ))}
          {page.ways.some((w) => w.notes.length > 0) && (
            <tr>
              <Box component="th" scope="row">
                noted
              </Box>
              {page.ways.map((w) => (
                <Box component="td" key={w.name} sx={{ maxWidth: 360 }}>
                  {w.notes.join(' ')}
                </Box>
              ))}
            </tr>
          )}
          <tr>
            <Box component="th" scope="row">
              spun
            </Box>
            {page.ways.map((w) => (
              <td key={w.name}>
                {w.samples.length === 0 ? (
                  <Link component={RouterLink} to={`/lots/${w.lots.at(-1)!.code}/sample`}>
                    Keep a sample
                  </Link>
                ) : (
                  w.samples.map((s) => (
                    <div key={s.id}>
                      <Link component={RouterLink} to={`/samples/${s.code}`}>
                        {s.code}
                      </Link>{' '}
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
              </td>
            ))}
          </tr>
        </tbody>
      </table>
    </Box>
  );
}

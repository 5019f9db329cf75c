import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import { Link as RouterLink, useParams } from 'react-router';
import { type Schema } from '../api/client';
import { useWhere } from './queries';
import { Notice, ProblemNotice } from '../ui/Notices';
import { fateWord, fromWord, lossWord, stepDone, wentWord } from '../ui/words';
import { Agreement } from './Agreement';
import { Column } from '../ui/layouts';
import styles from './WherePage.module.css';
import type { Tone } from '../ui/tone';

/** Where the weight of a fleece went: every line a bar to one scale, the log's figure beside the reconciled one. */
export function WherePage() {
  const { code = '' } = useParams();
  const where = useWhere(code);
  if (where.isLoadingError) return <ProblemNotice error={where.error} retry={() => void where.refetch()} />;
  if (!where.data) return null;
  const { lines, fleeces, agreement, closes } = where.data;
  const heaviest = Math.max(1, ...lines.map((l) => Math.abs(l.logged?.grams ?? l.reconciled?.grams ?? 0)));
  return (
    <Column gap={2.5}>
      <h1>
        Where did <RouterLink to={`/lots/${code}`}>{fleeces.join(' and ')}</RouterLink> go?
      </h1>
      <Table className={styles.where}>
        <TableHead>
          <TableRow>
            <TableCell>where</TableCell>
            <TableCell className="bar">by the log, to one scale</TableCell>
            <TableCell className="mass">by the log</TableCell>
            <TableCell className="mass second">reconciled</TableCell>
            <TableCell className="mass second">of what came in</TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {lines.map((line, i) => (
            <Line
              key={i}
              line={line}
              heaviest={heaviest}
              first={i > 0 && isIn(lines[i - 1]!) && !isIn(line)}
              closes={closes ?? null}
            />
          ))}
        </TableBody>
      </Table>
      {closes === false && (
        <Notice tone="watch">
          More is missing, or too much is there, than the weighings explain. The likeliest weighings are named below.
        </Notice>
      )}
      <Agreement agreement={agreement} />
    </Column>
  );
}

const dashed: Schema['WentTo'][] = ['lostByDifference', 'lostNotWeighed', 'unaccounted'];

const isIn = (line: Schema['WhereLine']) => ['takenIn', 'takenUp', 'fromElsewhere', 'found'].includes(line.to);

function fill(line: Schema['WhereLine'], closes: boolean | null): Tone {
  if (line.to === 'unaccounted') return closes === false ? 'madder' : 'oat';
  if (isIn(line)) return 'wool';
  if (line.to === 'stillThere') return 'lichen';
  if (line.to === 'left') return 'woad';
  return line.to === 'missing' ? 'madder' : 'strand';
}

function Line({
  line,
  heaviest,
  first,
  closes,
}: {
  line: Schema['WhereLine'];
  heaviest: number;
  first: boolean;
  closes: boolean | null;
}) {
  const grams = line.logged?.grams ?? line.reconciled?.grams ?? 0;
  const words =
    line.to === 'lost' || (line.to === 'lostByDifference' && line.loss)
      ? `${lossWord[line.loss!]}${line.fate ? `, ${fateWord[line.fate]}` : ''}`
      : line.to === 'left'
        ? stepDone[line.step!]
        : line.to === 'lostNotWeighed' && line.loss
          ? `${lossWord[line.loss]}, lost and not weighed`
          : wentWord[line.to];
  const bar = (
    <svg width="100%" height="20" aria-hidden style={{ display: 'block' }}>
      <rect
        x="0"
        y="2"
        width={`${Math.max(0.4, (Math.abs(grams) / heaviest) * 100)}%`}
        height="16"
        rx="3"
        fill={`var(--${fill(line, closes)})`}
        stroke="var(--bark)"
        strokeWidth={dashed.includes(line.to) ? 1 : 0}
        strokeDasharray="4 3"
      />
    </svg>
  );
  return (
    <TableRow className={first ? styles.first : styles.further}>
      <TableCell>
        {words}
        <span className={styles.word}>{bar}</span>
        {line.logged && (
          <span className={styles.quiet}>
            {line.to === 'lostByDifference' ? 'by difference, ' : ''}
            {fromWord[line.logged.from]}
            {line.notChecked ? ', not checked' : ''}
          </span>
        )}
      </TableCell>
      <TableCell className="bar">{bar}</TableCell>
      <TableCell className="mass">
        <strong>{line.logged?.text ?? 'not known yet'}</strong>
        {line.logged?.giveOrTake && <span className={styles.quiet}>±{line.logged.giveOrTake}</span>}
      </TableCell>
      <TableCell className="mass second">{line.reconciled?.text ?? 'nothing fixes it'}</TableCell>
      <TableCell className="mass second">{line.share ?? ''}</TableCell>
    </TableRow>
  );
}

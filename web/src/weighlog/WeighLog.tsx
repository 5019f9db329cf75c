import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import Button from '@mui/material/Button';
import { useRef, useState, type ChangeEvent } from 'react';
import { Link as RouterLink } from 'react-router';
import { Problem, sendFile, type Schema } from '../api/client';
import { refreshLog, useSession } from '../api/queries';
import { Notice, ProblemNotice, Section } from '../ui/Notices';
import { useChange } from '../api/change';
import { Column, Row } from '../ui/layouts';
import styles from './WeighLog.module.css';
import layout from '../ui/layout.module.css';

const mostBytes = 10 * 1024 * 1024;

/** The whole log as a spreadsheet, out and in; coming in, every row is looked at before any is taken. */
export function WeighLog() {
  const session = useSession();
  const [file, setFile] = useState<File | null>(null);
  const [look, setLook] = useState<Schema['ImportReport'] | null>(null);
  const [tooLarge, setTooLarge] = useState<Problem | null>(null);
  const input = useRef<HTMLInputElement>(null);
  const sending = useChange(
    ({ path, from }: { path: string; from: File; takes: boolean }) =>
      sendFile<Schema['ImportReport']>(path, from, 'text/csv'),
    async (report, { takes }) => {
      setLook(report);
      if (takes) await refreshLog();
    },
  );
  const error = tooLarge ?? sending.error;
  const busy = sending.busy;
  const run = (path: string, from: File, takes: boolean) => sending.go({ path, from, takes });
  const choose = (e: ChangeEvent<HTMLInputElement>) => {
    const chosen = e.target.files?.[0] ?? null;
    e.target.value = '';
    setFile(chosen);
    setLook(null);
    sending.clear();
    setTooLarge(null);
    if (chosen && chosen.size > mostBytes) {
      setTooLarge(
        new Problem(413, 'too-large', 'The file is over 10 MB, more than can be taken at once. Nothing was stored.'),
      );
    } else if (chosen) run('/api/weigh-log/check', chosen, false);
  };
  const take = (onlyAll: boolean) => run(`/api/weigh-log/import?all=${onlyAll}`, file!, true);
  return (
    <Column className={styles.weighLog} gap={3}>
      <h1>Weigh log</h1>
      {look && <RowsPicture report={look} />}
      <Section title="Out">
        <p className={layout.below8}>
          All entries of {session.data?.workshop?.name}, one row for each weighing, as CSV (UTF-8).
        </p>
        <Button component="a" variant="outlined" href="/api/weigh-log" download>
          Export the weigh log
        </Button>
      </Section>
      <Section title="In">
        <p className={layout.below8}>
          Choose a file in the same format, or one that went through a spreadsheet. Nothing is stored before you have
          seen what would be.{' '}
          <a href="/example-weigh-log.csv" download>
            An example file
          </a>{' '}
          shows the columns.
        </p>
        <Button
          variant="contained"
          disabled={busy || session.data?.workshop?.role === 'looker'}
          onClick={() => input.current?.click()}
        >
          Choose a file
        </Button>
        <input
          ref={input}
          type="file"
          accept=".csv,text/csv"
          onChange={choose}
          aria-label="A weigh log as CSV"
          hidden
        />
        <div className={styles.stack} aria-live="polite">
          <ProblemNotice error={error} />
          {look && (
            <Notice tone={look.refusedRows > 0 ? 'watch' : 'kept'}>
              {look.stored
                ? `${look.takenEntries} entries with ${look.takenRows} rows are in the log.`
                : `${file?.name ?? 'The file'}: ${look.takenRows} rows in ${look.takenEntries} entries can be taken, ${look.refusedRows} are refused. Nothing is stored yet.`}
              {look.stored && (
                <>
                  {' '}
                  <RouterLink to="/">See the workshop</RouterLink>
                </>
              )}
            </Notice>
          )}
          {look && !look.stored && look.takenRows > 0 && (
            <Row gap={2}>
              <Button variant="contained" disabled={busy} onClick={() => take(false)}>
                Take the {look.takenRows} good rows
              </Button>
              {look.refused.length > 0 && (
                <Button disabled={busy} onClick={() => setLook(null)}>
                  Take none
                </Button>
              )}
            </Row>
          )}
          {look && look.refusedRows > new Set(look.refused.map((r) => r.row)).size && (
            <p>
              The first {look.refused.length} reasons are told; {look.refusedRows} rows are refused in all.
            </p>
          )}
          {look && look.refused.length > 0 && (
            <Table className={styles.refused}>
              <TableHead>
                <TableRow>
                  <TableCell>Row</TableCell>
                  <TableCell>Column</TableCell>
                  <TableCell>Why it is refused</TableCell>
                </TableRow>
              </TableHead>
              <TableBody>
                {look.refused.map((r) => (
                  <TableRow key={`${r.row} ${r.column} ${r.reason}`}>
                    <TableCell>{r.row}</TableCell>
                    <TableCell>{r.column}</TableCell>
                    <TableCell>{r.reason}</TableCell>
                  </TableRow>
                ))}
              </TableBody>
            </Table>
          )}
        </div>
      </Section>
    </Column>
  );
}

/** The file at a glance: one mark a row, refused ones standing out by shape and tone. */
function RowsPicture({ report }: { report: Schema['ImportReport'] }) {
  const refused = new Set(report.refused.map((r) => r.row));
  // Of a bad file only the first refusals are told: what stands after them is not drawn as good.
  const told = report.refusedRows > refused.size ? Math.max(...refused) - 1 : report.rows;
  const rows = Math.min(told, 1200);
  const perLine = 60;
  return (
    <svg
      width="100%"
      viewBox={`0 0 ${perLine * 14} ${Math.ceil(rows / perLine) * 22 + 4}`}
      role="img"
      aria-label={`${report.rows} rows, ${report.refusedRows} refused`}
    >
      {Array.from({ length: rows }, (_, i) => {
        const [x, y] = [(i % perLine) * 14 + 3, Math.floor(i / perLine) * 22 + 3];
        return refused.has(i + 2) ? (
          <path key={i} d={`M${x} ${y}l9 16M${x + 9} ${y}l-9 16`} stroke="var(--madder)" strokeWidth={2.4} />
        ) : (
          <rect
            key={i}
            x={x}
            y={y}
            width={9}
            height={16}
            rx={2}
            fill="var(--wool)"
            stroke="var(--walnut)"
            strokeWidth={0.7}
          />
        );
      })}
    </svg>
  );
}

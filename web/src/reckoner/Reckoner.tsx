import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { clsx } from 'clsx';
import { useState, type FormEvent } from 'react';
import { Problem, problemOf, type Schema } from '../api/client';
import { useReckonings } from './queries';
import { SelectField } from '../ui/SelectField';
import { Figure } from '../ui/Figure';
import { number } from '../ui/figures';
import { NumberField } from '../ui/NumberField';
import { ProblemNotice } from '../ui/Notices';
import { useChange } from '../api/change';
import { Column } from '../ui/layouts';
import styles from './Reckoner.module.css';
import layout from '../ui/layout.module.css';
import typography from '../ui/typography.module.css';

/** Every reckoning on its own, for a quick sum, with its working. */
export function Reckoner() {
  const list = useReckonings();
  if (list.isLoadingError) return <ProblemNotice error={list.error} retry={() => void list.refetch()} />;
  if (!list.data) return null;
  return (
    <Column gap={3}>
      <h1>Reckoner</h1>
      <div className={styles.columns}>
        {list.data.map((card) => (
          <Sum key={card.name} card={card} />
        ))}
      </div>
    </Column>
  );
}

type Value = number | boolean | string | null;
type Output = Record<string, Value | Record<string, Value>[]>;

function Sum({ card }: { card: Schema['ReckoningCard'] }) {
  const [values, setValues] = useState<Record<string, string>>(() =>
    Object.fromEntries(card.inputs.map((f) => [f.name, f.required && f.choices ? f.choices[0]! : ''])),
  );
  const [output, setOutput] = useState<Output | null>(null);
  const set = (name: string, value: string) => {
    setValues({ ...values, [name]: value });
    setOutput(null);
  };
  // Which of the reckonings it is, is known only when it runs: the typed client has a door for each.
  const reckoning = useChange(async (body: unknown) => {
    const response = await fetch(`/api/reckon/${card.name}`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify(body),
    }).catch(() => {
      throw new Problem(0, 'away', 'The server cannot be reached just now.');
    });
    if (!response.ok) throw await problemOf(response);
    return (await response.json()) as Output;
  }, setOutput);
  const error = reckoning.error;
  const reckon = (e: FormEvent) => {
    e.preventDefault();
    const body = Object.fromEntries(
      card.inputs
        .filter((f) => values[f.name] !== '')
        .map((f) => [
          f.name,
          f.kind === 'list'
            ? rows(f, values[f.name]!)
            : f.kind === 'number'
              ? asNumber(values[f.name]!)
              : values[f.name],
        ]),
    );
    setOutput(null);
    reckoning.go(body);
  };
  const problemAt = (f: Schema['ReckoningField']) =>
    error?.at(f.name) ?? error?.refusals.find((r) => r.field.startsWith(`${f.name}[`))?.reason;
  const label = (f: Schema['ReckoningField']) =>
    [f.meaning, f.kind === 'number' ? f.unit : ''].filter(Boolean).join(', ');
  return (
    <section aria-labelledby={`sum-${card.name}`}>
      <h2 id={`sum-${card.name}`}>{card.title}</h2>
      <div className={styles.line} aria-live="polite">
        {output
          ? card.outputs
              .filter((f) => (f.kind === 'number' || f.kind === 'choice') && output[f.name] != null)
              .map((f) => (
                <Figure
                  key={f.name}
                  text={told(f, output[f.name] as Value)}
                  from="reckoned"
                  label={f.meaning}
                  size="big"
                />
              ))
          : error === null && <p className={typography.quiet}>{card.outputs.map((f) => f.meaning).join('; ')}</p>}
        {output &&
          card.outputs
            .filter((f) => f.kind === 'list' && Array.isArray(output[f.name]))
            .map((f) => <Rows key={f.name} field={f} rows={output[f.name] as Record<string, Value>[]} />)}
        {output?.uncertain === true && <p>Above 95 % the curve is rough.</p>}
      </div>
      <form className={styles.form} onSubmit={reckon} noValidate>
        {card.inputs.map((f) =>
          f.choices ? (
            <SelectField
              key={f.name}
              label={label(f)}
              value={values[f.name]!}
              onChange={(v) => set(f.name, v)}
              words={Object.fromEntries([
                ...(f.required ? [] : [['', 'as usual']]),
                ...f.choices.map((c) => [c, words(c)]),
              ])}
              error={!!error?.at(f.name)}
              helperText={error?.at(f.name)}
            />
          ) : f.kind === 'list' ? (
            <TextField
              slotProps={{ inputLabel: { shrink: true } }}
              className={layout.spanAll}
              key={f.name}
              label={label(f)}
              value={values[f.name]}
              onChange={(e) => set(f.name, e.target.value)}
              multiline
              minRows={4}
              error={!!problemAt(f)}
              helperText={
                problemAt(f) ??
                `one a line: ${(f.of ?? []).map((o) => [o.meaning, o.unit].filter(Boolean).join(', ')).join('; ')}`
              }
            />
          ) : (
            <NumberField
              key={f.name}
              label={label(f)}
              value={values[f.name]!}
              onChange={(text) => set(f.name, text)}
              error={problemAt(f)}
              shrink
            />
          ),
        )}
        <Button className={layout.selfStart} type="submit" variant="contained">
          Reckon
        </Button>
      </form>
      {error && error.refusals.length === 0 && <ProblemNotice error={error} />}
      <p className={layout.above8}>{card.formula}</p>
      <p className={clsx(typography.quiet, typography.note)}>Source: {card.source}</p>
    </section>
  );
}

/** What a list comes to: a line for each of its items. */
const Rows = ({ field, rows }: { field: Schema['ReckoningField']; rows: readonly Record<string, Value>[] }) => (
  <Table className={styles.rows}>
    <caption style={{ textAlign: 'left' }}>{field.meaning}</caption>
    <TableHead>
      <TableRow>
        {(field.of ?? []).map((o) => (
          <TableCell className={clsx(typography.light, typography.quiet, typography.tiny)} key={o.name}>
            {o.meaning}
          </TableCell>
        ))}
      </TableRow>
    </TableHead>
    <TableBody>
      {rows.map((row, i) => (
        <TableRow key={i}>
          {(field.of ?? []).map((o) => (
            <TableCell key={o.name}>{row[o.name] == null ? '' : told(o, row[o.name]!)}</TableCell>
          ))}
        </TableRow>
      ))}
    </TableBody>
  </Table>
);

const told = (f: Schema['ReckoningField'], value: Value) =>
  f.kind === 'number'
    ? // Pieces are whole.
      f.unit === '' && Number.isInteger(value)
      ? `${value}`
      : `${figure(value as number)} ${f.unit}`.trim()
    : f.kind === 'choice'
      ? words(String(value))
      : String(value);

/**
 * A list is typed one item a line, its figures apart by a space or a semicolon: `60 1022,4`. Where a name is among them only semicolons part
 * them: `kid mohair; 20; mohair`.
 */
const rows = (f: Schema['ReckoningField'], text: string) =>
  text
    .split('\n')
    .filter((line) => line.trim() !== '')
    .map((line) => {
      const named = (f.of ?? []).some((o) => o.kind === 'text');
      const parts = line.trim().split(named ? /\s*;\s*/ : /[\s;]+/);
      return Object.fromEntries(
        (f.of ?? []).map((o, i) => {
          const part = parts[i];
          return [o.name, part === undefined || part === '' ? null : o.kind === 'number' ? asNumber(part) : part];
        }),
      );
    });

/** What does not read as a number goes as it was typed, so that the answer can name it. */
const asNumber = (text: string) => {
  const typed = number(text);
  return typed === null || Number.isNaN(typed) ? text : typed;
};
const words = (camel: string) => camel.replace(/([A-Z])/g, ' $1').toLowerCase();
const figure = (n: number) => (Math.abs(n) >= 100 ? n.toFixed(1) : Math.abs(n) >= 1 ? n.toFixed(2) : n.toPrecision(3));

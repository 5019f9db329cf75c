import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useDeferredValue, useState } from 'react';
import { type Schema } from '../api/client';
import { useBreedSearch, useSession } from '../api/queries';
import { useBreeds } from './queries';
import { BreedChart } from '../drawings/BreedChart';
import { ProblemNotice } from '../ui/Notices';
import { classWord, feltsWord, fromWord, waveWord } from '../ui/words';
import { Column, Row } from '../ui/layouts';
import layout from '../ui/layout.module.css';
import typography from '../ui/typography.module.css';
import styles from './Breeds.module.css';
import { whenShown } from '../ui/whenShown';

const EditBreed = whenShown(async () => (await import('./EditBreed')).EditBreed);

/** The breed reference as a chart of length by fineness; a name picks one out, the workshop's own values stand before the general ones. */
export function Breeds() {
  const session = useSession();
  const [typed, setTyped] = useState('');
  const [chosen, setChosen] = useState<string | null>(null);
  const [editing, setEditing] = useState<Schema['BreedView'] | 'new' | null>(null);
  const asked = useDeferredValue(typed.trim());
  const all = useBreeds();
  const found = useBreedSearch(asked);
  if (all.isLoadingError) return <ProblemNotice error={all.error} retry={() => void all.refetch()} />;
  if (!all.data) return null;
  const shown = asked === '' ? all.data : (found.data ?? []);
  const one = all.data.find((b) => b.breed.name === chosen) ?? (asked !== '' ? shown[0] : undefined);
  const mayEdit = session.data?.workshop?.role !== 'looker';
  return (
    <Column gap={3}>
      <h1>Breeds</h1>
      <div className={styles.columns}>
        <BreedChart
          breeds={all.data}
          lit={new Set(shown.map((b) => b.breed.name))}
          chosen={one?.breed.name ?? null}
          choose={setChosen}
        />
        <Column className={styles.column} gap={2}>
          <TextField
            label="Find a breed"
            value={typed}
            onChange={(e) => {
              setTyped(e.target.value);
              setChosen(null);
            }}
            helperText={
              asked === ''
                ? `${all.data.length} breeds and fibres; old names and slips of the pen are understood`
                : shown.length === 0
                  ? 'none is called like that'
                  : `${shown.length} found`
            }
          />
          {asked !== '' && (
            <Row gap={0.5}>
              {shown.slice(0, 8).map((b) => (
                <Button
                  key={b.breed.name}
                  size="small"
                  variant={b === one ? 'contained' : 'outlined'}
                  onClick={() => setChosen(b.breed.name)}
                >
                  {b.breed.name}
                </Button>
              ))}
            </Row>
          )}
          {one ? (
            <OneBreed view={one} />
          ) : (
            <p className={typography.quiet}>
              Every box is a breed: as wide as its fineness, as high as its staple. Tap one.
            </p>
          )}
          {mayEdit && (
            <Row gap={1}>
              {one && (
                <Button variant="outlined" onClick={() => setEditing(one)}>
                  {one.from === 'yours' ? 'Change your values' : 'Put your own values before these'}
                </Button>
              )}
              <Button onClick={() => setEditing('new')}>Add a breed</Button>
            </Row>
          )}
        </Column>
      </div>
      {editing && <EditBreed view={editing === 'new' ? null : editing} close={() => setEditing(null)} />}
    </Column>
  );
}

const span = (s: Schema['Span'] | null | undefined, unit: string, scale = 1) =>
  s ? `${round(s.low * scale)}–${round(s.high * scale)} ${unit}` : 'counting means little';
const round = (value: number) => Number(value.toFixed(2)).toString();

function OneBreed({ view: { breed: b, from, felted } }: { view: Schema['BreedView'] }) {
  const rows: [string, string][] = [
    ['fineness', span(b.micron, 'µm')],
    ['staple', span(b.stapleMillimetres, 'mm')],
    ['crimp', `${waveWord[b.wave]}, ${span(b.crimpsPerCentimetre, '/ cm')}`],
    ['fleece', span(b.fleeceKilograms, 'kg')],
    ['clean', span(b.cleanYield, '%', 100)],
    ['lustre', b.lustre ?? ''],
    [
      'felting',
      felted.length > 0
        ? `${feltsWord[b.felts!]} (yours: ${felted.map((f) => feltsWord[f]).join(', ')})`
        : feltsWord[b.felts!],
    ],
    ['coat', b.coat ?? ''],
    ['used for', (b.uses ?? []).join(', ')],
  ];
  return (
    <div>
      <h2>{b.name}</h2>
      <p className={typography.quiet}>
        {[
          classWord[b.class],
          b.conservationConcern ? 'few are left: a conservation concern' : '',
          from === 'yours' ? 'your own values' : `general reference, ${fromWord[from]}`,
        ]
          .filter(Boolean)
          .join(' · ')}
      </p>
      {(b.alsoKnownAs ?? []).length > 0 && <p className={styles.sentence}>also {b.alsoKnownAs!.join(', ')}</p>}
      <dl className={styles.facts}>
        {rows.map(([name, value]) => (
          <div className={layout.contents} key={name}>
            <dt className={typography.quiet}>{name}</dt>
            <dd className={styles.value}>{value}</dd>
          </div>
        ))}
      </dl>
    </div>
  );
}

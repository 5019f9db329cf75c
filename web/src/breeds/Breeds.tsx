import { Box } from '../ui/Box';
import { Button } from '../ui/Button';
import { TextField } from '../ui/TextField';
import { Typography } from '../ui/Typography';
import { useDeferredValue, useState } from 'react';
import { type Schema } from '../api/client';
import { useBreedSearch, useSession } from '../api/queries';
import { useBreeds } from './queries';
import { BreedChart } from '../drawings/BreedChart';
import { ProblemNotice } from '../ui/Notices';
import { classWord, feltsWord, fromWord, waveWord } from '../ui/words';
import { EditBreed } from './EditBreed';
import { Column, Row } from '../ui/layouts';

/** The breed reference as a chart of length by fineness; a name picks one out, the workshop's own values stand before the general ones. */
export function Breeds() {
  const session = useSession();
  const [typed, setTyped] = useState('');
  const [chosen, setChosen] = useState<string | null>(null);
  const [editing, setEditing] = useState<Schema['BreedView'] | 'new' | null>(null);
  const asked = useDeferredValue(typed.trim());
  const all = useBreeds();
  const found = useBreedSearch(asked);
  if (all.isLoadingError) return <ProblemNotice error={all.error} again={() => void all.refetch()} />;
  if (!all.data) return null;
  const shown = asked === '' ? all.data : (found.data ?? []);
  const one = all.data.find((b) => b.breed.name === chosen) ?? (asked !== '' ? shown[0] : undefined);
  const mayEdit = session.data?.workshop?.role !== 'looker';
  return (
    <Column gap={3}>
      <Typography variant="h1">Breeds</Typography>
      <Box
        sx={{
          display: 'grid',
          gap: 4,
          gridTemplateColumns: { xs: 'minmax(0, 1fr)', lg: 'minmax(0, 1.6fr) minmax(0, 1fr)' },
        }}
      >
        <BreedChart
          breeds={all.data}
          lit={new Set(shown.map((b) => b.breed.name))}
          chosen={one?.breed.name ?? null}
          choose={setChosen}
        />
        <Column gap={2} sx={{ alignContent: 'start' }}>
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
            <Typography color="text.secondary">
              Every box is a breed: as wide as its fineness, as high as its staple. Tap one.
            </Typography>
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
      </Box>
      {editing && <EditBreed view={editing === 'new' ? null : editing} close={() => setEditing(null)} />}
    </Column>
  );
}

const span = (s: Schema['Span'] | null | undefined, unit: string, scale = 1) =>
  s ? `${round(s.low * scale)}–${round(s.high * scale)} ${unit}` : 'counting means little';
const round = (value: number) => Number(value.toFixed(2)).toString();

function OneBreed({ view: { breed: b, from } }: { view: Schema['BreedView'] }) {
  const rows: [string, string][] = [
    ['fineness', span(b.micron, 'µm')],
    ['staple', span(b.stapleMillimetres, 'mm')],
    ['crimp', `${waveWord[b.wave]}, ${span(b.crimpsPerCentimetre, '/ cm')}`],
    ['fleece', span(b.fleeceKilograms, 'kg')],
    ['clean', span(b.cleanYield, '%', 100)],
    ['lustre', b.lustre ?? ''],
    ['felting', feltsWord[b.felts!]],
    ['coat', b.coat ?? ''],
    ['used for', (b.uses ?? []).join(', ')],
  ];
  return (
    <Box>
      <Typography variant="h2">{b.name}</Typography>
      <Typography color="text.secondary">
        {[
          classWord[b.class],
          b.conservationConcern ? 'few are left: a conservation concern' : '',
          from === 'yours' ? 'your own values' : `general reference, ${fromWord[from]}`,
        ]
          .filter(Boolean)
          .join(' · ')}
      </Typography>
      {(b.alsoKnownAs ?? []).length > 0 && (
        <Typography sx={{ fontSize: '0.95rem' }}>also {b.alsoKnownAs!.join(', ')}</Typography>
      )}
      <Box
        component="dl"
        sx={{ m: 0, mt: 1, display: 'grid', gridTemplateColumns: 'auto 1fr', columnGap: 2, rowGap: 0.4 }}
      >
        {rows.map(([name, value]) => (
          <Box key={name} sx={{ display: 'contents' }}>
            <Box component="dt" sx={{ color: 'text.secondary' }}>
              {name}
            </Box>
            <Box component="dd" sx={{ m: 0 }}>
              {value}
            </Box>
          </Box>
        ))}
      </Box>
    </Box>
  );
}

import { Button } from '../ui/Button';
import { Link } from '../ui/Link';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableContainer from '@mui/material/TableContainer';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import { Typography } from '../ui/Typography';
import { useState } from 'react';
import { Link as RouterLink } from 'react-router';
import { useSession } from '../api/queries';
import { ProblemNotice } from '../ui/Notices';
import { Column, Row } from '../ui/layouts';
import { kindOfAnimal, onPlainDay } from '../ui/words';
import { AnimalForm } from './AnimalForm';
import { useAnimals } from './queries';

/** What a phone has no room for stands on the animal's own page. */
const wide = { display: { xs: 'none', sm: 'table-cell' } };

/** The animals whose fibre came in, by name. */
export function AnimalsPage() {
  const session = useSession();
  const [starts, setStarts] = useState<(string | undefined)[]>([undefined]);
  const [adding, setAdding] = useState(false);
  const list = useAnimals(starts.at(-1));
  if (list.error) return <ProblemNotice error={list.error} again={() => void list.refetch()} />;
  if (!list.data) return null;
  const { animals, next } = list.data;
  return (
    <Column gap={2}>
      <Row gap={2} sx={{ alignItems: 'baseline' }}>
        <Typography variant="h1" sx={{ mr: 'auto' }}>
          Animals
        </Typography>
        {session.data?.workshop?.role !== 'looker' && (
          <Button variant="outlined" onClick={() => setAdding(true)}>
            Add one
          </Button>
        )}
      </Row>
      {animals.length === 0 && starts.length === 1 ? (
        <Typography sx={{ maxWidth: 560 }}>
          None yet. Name the animal when you take in its fleece, and its clips stand here together, year by year.
        </Typography>
      ) : (
        <TableContainer>
          <Table size="small">
            <TableHead>
              <TableRow>
                <TableCell>Name</TableCell>
                <TableCell>Breed</TableCell>
                <TableCell sx={wide}>Colour</TableCell>
                <TableCell sx={wide}>Born</TableCell>
                <TableCell align="right">Clips</TableCell>
                <TableCell>Last shorn</TableCell>
              </TableRow>
            </TableHead>
            <TableBody>
              {animals.map((a) => (
                <TableRow key={a.id}>
                  <TableCell>
                    <Link component={RouterLink} to={`/animals/${a.id}`}>
                      {a.name}
                    </Link>
                  </TableCell>
                  <TableCell>{a.breed || kindOfAnimal[a.kind]}</TableCell>
                  <TableCell sx={wide}>{a.colour}</TableCell>
                  <TableCell sx={wide}>{a.born ? onPlainDay(a.born) : ''}</TableCell>
                  <TableCell align="right">{a.clips}</TableCell>
                  <TableCell>{a.lastShorn ? onPlainDay(a.lastShorn) : ''}</TableCell>
                </TableRow>
              ))}
            </TableBody>
          </Table>
        </TableContainer>
      )}
      <Row gap={1}>
        {starts.length > 1 && <Button onClick={() => setStarts(starts.slice(0, -1))}>Back</Button>}
        {next && <Button onClick={() => setStarts([...starts, next])}>Go on</Button>}
      </Row>
      {adding && <AnimalForm close={() => setAdding(false)} />}
    </Column>
  );
}

import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { Link as RouterLink } from 'react-router';
import { useSession } from '../api/queries';
import { ProblemNotice } from '../ui/Notices';
import { Column, Row } from '../ui/layouts';
import { kindOfAnimal } from '../ui/words';
import { onPlainDay } from '../live/time';
import styles from './AnimalsPage.module.css';
import { useAnimals } from './queries';
import layout from '../ui/layout.module.css';
import { whenShown } from '../ui/whenShown';

const AnimalForm = whenShown(async () => (await import('./AnimalForm')).AnimalForm);

/** What a phone has no room for stands on the animal's own page. */

/** The animals whose fibre came in, by name. */
export function AnimalsPage() {
  const session = useSession();
  const [starts, setStarts] = useState<(string | undefined)[]>([undefined]);
  const [adding, setAdding] = useState(false);
  const list = useAnimals(starts.at(-1));
  if (list.isLoadingError) return <ProblemNotice error={list.error} retry={() => void list.refetch()} />;
  if (!list.data) return null;
  const { animals, next } = list.data;
  return (
    <Column gap={2}>
      <Row align="baseline" gap={2}>
        <h1 className={layout.pushRest}>Animals</h1>
        {session.data?.workshop?.role !== 'looker' && (
          <Button variant="outlined" onClick={() => setAdding(true)}>
            Add one
          </Button>
        )}
      </Row>
      {animals.length === 0 && starts.length === 1 ? (
        <p className={styles.sentence}>
          None yet. Name the animal when you take in its fleece, and its clips stand here together, year by year.
        </p>
      ) : (
        <div className={layout.scrollX}>
          <Table className={styles.animals}>
            <TableHead>
              <TableRow>
                <TableCell>Name</TableCell>
                <TableCell>Breed</TableCell>
                <TableCell className={styles.wide}>Colour</TableCell>
                <TableCell className={styles.wide}>Born</TableCell>
                <TableCell className={styles.count}>Clips</TableCell>
                <TableCell>Last shorn</TableCell>
              </TableRow>
            </TableHead>
            <TableBody>
              {animals.map((a) => (
                <TableRow key={a.id}>
                  <TableCell>
                    <RouterLink to={`/animals/${a.id}`}>{a.name}</RouterLink>
                  </TableCell>
                  <TableCell>{a.breed || kindOfAnimal[a.kind]}</TableCell>
                  <TableCell className={styles.wide}>{a.colour}</TableCell>
                  <TableCell className={styles.wide}>{a.born ? onPlainDay(a.born) : ''}</TableCell>
                  <TableCell className={styles.count}>{a.clips}</TableCell>
                  <TableCell>{a.lastShorn ? onPlainDay(a.lastShorn) : ''}</TableCell>
                </TableRow>
              ))}
            </TableBody>
          </Table>
        </div>
      )}
      <Row gap={1}>
        {starts.length > 1 && <Button onClick={() => setStarts(starts.slice(0, -1))}>Back</Button>}
        {next && <Button onClick={() => setStarts([...starts, next])}>Go on</Button>}
      </Row>
      {adding && <AnimalForm close={() => setAdding(false)} />}
    </Column>
  );
}

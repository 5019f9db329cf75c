import { Box } from '../ui/Box';
import { Button } from '../ui/Button';
import { Link } from '../ui/Link';
import { Typography } from '../ui/Typography';
import { useState } from 'react';
import { Link as RouterLink } from 'react-router';
import { useSession } from '../api/queries';
import { ProblemNotice } from '../ui/Notices';
import { Column, Row } from '../ui/layouts';
import { kindOfAnimal } from '../ui/words';
import { onPlainDay } from '../live/time';
import { AnimalForm } from './AnimalForm';
import styles from './AnimalsPage.module.css';
import { useAnimals } from './queries';

/** What a phone has no room for stands on the animal's own page. */

/** The animals whose fibre came in, by name. */
export function AnimalsPage() {
  const session = useSession();
  const [starts, setStarts] = useState<(string | undefined)[]>([undefined]);
  const [adding, setAdding] = useState(false);
  const list = useAnimals(starts.at(-1));
  if (list.isLoadingError) return <ProblemNotice error={list.error} again={() => void list.refetch()} />;
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
        <Box sx={{ overflowX: 'auto' }}>
          <table className={styles.animals}>
            <thead>
              <tr>
                <th scope="col">Name</th>
                <th scope="col">Breed</th>
                <th scope="col" className={styles.wide}>
                  Colour
                </th>
                <th scope="col" className={styles.wide}>
                  Born
                </th>
                <th scope="col" className={styles.count}>
                  Clips
                </th>
                <th scope="col">Last shorn</th>
              </tr>
            </thead>
            <tbody>
              {animals.map((a) => (
                <tr key={a.id}>
                  <td>
                    <Link component={RouterLink} to={`/animals/${a.id}`}>
                      {a.name}
                    </Link>
                  </td>
                  <td>{a.breed || kindOfAnimal[a.kind]}</td>
                  <td className={styles.wide}>{a.colour}</td>
                  <td className={styles.wide}>{a.born ? onPlainDay(a.born) : ''}</td>
                  <td className={styles.count}>{a.clips}</td>
                  <td>{a.lastShorn ? onPlainDay(a.lastShorn) : ''}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </Box>
      )}
      <Row gap={1}>
        {starts.length > 1 && <Button onClick={() => setStarts(starts.slice(0, -1))}>Back</Button>}
        {next && <Button onClick={() => setStarts([...starts, next])}>Go on</Button>}
      </Row>
      {adding && <AnimalForm close={() => setAdding(false)} />}
    </Column>
  );
}

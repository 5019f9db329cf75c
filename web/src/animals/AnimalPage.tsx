import Button from '@mui/material/Button';
import { clsx } from 'clsx';
import { useState } from 'react';
import { Link as RouterLink, Navigate, useNavigate, useParams } from 'react-router';
import { api, type Schema } from '../api/client';
import { useChange, useChanges } from '../api/change';
import { refreshAnimals, useSession } from '../api/queries';
import { Clips } from '../drawings/Clips';
import { MassOf, NumberOf } from '../ui/Figure';
import { Column, Row } from '../ui/layouts';
import { ProblemNotice, Section } from '../ui/Notices';
import { formWord, kindOfAnimal } from '../ui/words';
import { onDayTime, onPlainDay } from '../live/time';
import { useAnimal } from './queries';
import layout from '../ui/layout.module.css';
import typography from '../ui/typography.module.css';
import styles from './AnimalPage.module.css';
import { whenShown } from '../ui/whenShown';

const AnimalForm = whenShown(async () => (await import('./AnimalForm')).AnimalForm);
const MergeAnimal = whenShown(async () => (await import('./MergeAnimal')).MergeAnimal);

/** An animal: its clips side by side at one scale, and what came of each. */
export function AnimalPage() {
  const { id = '' } = useParams();
  const navigate = useNavigate();
  const session = useSession();
  const card = useAnimal(id);
  const [open, setOpen] = useState<'facts' | 'merge' | null>(null);
  const changing = useChanges(refreshAnimals);
  const removing = useChange(
    () => api.DELETE('/api/animals/{id}', { params: { path: { id } } }),
    async () => {
      await refreshAnimals();
      void navigate('/animals');
    },
  );
  if (card.isLoadingError) return <ProblemNotice error={card.error} retry={() => void card.refetch()} />;
  if (!card.data) return null;
  // One that was merged has the other's page.
  if (card.data.id !== id) return <Navigate to={`/animals/${card.data.id}`} replace />;
  const animal = card.data;
  const mayChange = session.data?.workshop?.role !== 'looker';
  return (
    <Column gap={3}>
      <div>
        <h1>{animal.name}</h1>
        <p className={typography.quiet}>
          {[
            kindOfAnimal[animal.kind],
            animal.breed,
            animal.colour,
            animal.born ? `born ${onPlainDay(animal.born)}, ${animal.age} old` : '',
          ]
            .filter(Boolean)
            .join(' · ')}
        </p>
        {animal.notes && <p className={styles.sentence}>{animal.notes}</p>}
      </div>
      {animal.clips.length > 0 ? (
        <Clips
          clips={animal.clips}
          colour={animal.colour}
          label={`The clips of ${animal.name}`}
          onLot={(code) => void navigate(`/lots/${code}`)}
        />
      ) : (
        <p className={styles.animalPageSentence}>
          No clip came in yet. Write {animal.name} as the animal when you take in a fleece of it.
        </p>
      )}
      {animal.clips.length > 0 && (
        <Section title="What came of each clip">
          <Column className={layout.bareList} gap={2} component="ul">
            {animal.clips.map((clip) => (
              <ClipLine key={clip.lotId} clip={clip} />
            ))}
          </Column>
          {animal.earlier > 0 && (
            <p className={typography.quiet}>and {animal.earlier} older ones, which the find box finds</p>
          )}
        </Section>
      )}
      {animal.merged.length > 0 && (
        <Section title="Also written as">
          {animal.merged.map((m) => (
            <Row align="center" key={m.id} gap={1}>
              <p>{m.name}</p>
              {mayChange && (
                <Button
                  size="small"
                  disabled={changing.busy}
                  onClick={() =>
                    changing.go(() => api.POST('/api/animals/{id}/part', { params: { path: { id: m.id } } }))
                  }
                >
                  {m.name} is another animal
                </Button>
              )}
            </Row>
          ))}
        </Section>
      )}
      <ProblemNotice error={changing.error ?? removing.error} />
      {mayChange && (
        <Row gap={1}>
          <Button variant="outlined" onClick={() => setOpen('facts')}>
            Change what is noted
          </Button>
          <Button variant="outlined" onClick={() => setOpen('merge')}>
            It is the same as another
          </Button>
          {animal.clips.length === 0 && animal.merged.length === 0 && (
            <Button disabled={removing.busy} onClick={() => removing.go()}>
              Take it away
            </Button>
          )}
        </Row>
      )}
      {animal.changes.length > 0 && (
        <Section title="What was changed">
          {animal.changes.map((c, i) => (
            <p className={clsx(typography.quiet, typography.note)} key={i}>
              {onDayTime(c.at)}, {c.who}: {said(c)}
            </p>
          ))}
        </Section>
      )}
      {open === 'facts' && <AnimalForm animal={animal} close={() => setOpen(null)} />}
      {open === 'merge' && <MergeAnimal animal={animal} close={() => setOpen(null)} />}
    </Column>
  );
}

const said = (c: Schema['AnimalChange']) =>
  c.what === 'merged'
    ? `${c.from} is this one`
    : c.what === 'parted'
      ? `${c.from} is another one after all`
      : `${c.what}: ${c.from}, now ${c.to}`;

function ClipLine({ clip }: { clip: Schema['ClipView'] }) {
  return (
    <Row align="baseline" component="li" gap={3}>
      <p className={styles.clipLineSentence}>
        <RouterLink to={`/lots/${clip.code}`}>{clip.code}</RouterLink> {clip.shornOn ? 'shorn' : 'came in'}{' '}
        {onPlainDay(clip.on)}
      </p>
      {clip.came && <MassOf mass={clip.came} label={formWord[clip.form]} size="small" />}
      {clip.products.map((p) => (
        <Row key={p.form} gap={1}>
          <MassOf mass={p.mass} label={formWord[p.form]} size="small" />
          <NumberOf number={p.yield} label="of it" size="small" />
        </Row>
      ))}
      <p className={typography.quiet}>
        {[
          clip.age ? `${clip.age} old` : '',
          clip.growth ? `${clip.growth} of growth` : '',
          clip.staple ? `staple ${clip.staple}` : '',
          clip.left ? `${clip.left.text} left as it came` : '',
        ]
          .filter(Boolean)
          .join(' · ')}
      </p>
    </Row>
  );
}

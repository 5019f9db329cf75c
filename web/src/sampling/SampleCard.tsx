import Button from '@mui/material/Button';
import { clsx } from 'clsx';
import { useState } from 'react';
import { Link as RouterLink, useNavigate, useParams } from 'react-router';
import { useSession } from '../api/queries';
import { Judged } from './Judged';
import { useSampleCard } from './queries';
import { LockRuler } from '../drawings/Lock';
import { Ribbon } from '../drawings/Ribbon';
import { Yarn } from '../drawings/Yarn';
import { Photographs } from '../photographs/Photographs';
import { Figure, MassOf, NumberOf } from '../ui/Figure';
import { ProblemNotice, Section } from '../ui/Notices';
import { FeltingFact } from '../ui/FeltingFact';
import { drawWord, formOf, holdingWord, parentage } from '../ui/words';
import { onFullDay } from '../live/time';
import { Column, Row } from '../ui/layouts';
import layout from '../ui/layout.module.css';
import typography from '../ui/typography.module.css';
import styles from './SampleCard.module.css';
import { whenShown } from '../ui/whenShown';

const EditSample = whenShown(async () => (await import('./EditSample')).EditSample);

/** The card: the lock to scale, the yarn, the verdict, and the way back to the raw fleece. */
export function SampleCard() {
  const { code = '' } = useParams();
  const card = useSampleCard(code);
  const navigate = useNavigate();
  const session = useSession();
  const [editing, setEditing] = useState(false);
  if (card.isLoadingError) return <ProblemNotice error={card.error} retry={() => void card.refetch()} />;
  if (!card.data) return null;
  const { sample, staple, ribbon, origins, totalYield, raw, prepared } = card.data;
  return (
    <Column gap={3}>
      <div className={styles.overlay}>
        {/* The hole for the string, and the room to tie the real lock. */}
        <div className={styles.swatch} aria-hidden />
        <h1 className={styles.title}>
          {sample.code} <span className={typography.light}>{parentage(sample.parentage)}</span>
        </h1>
        <p className={clsx(typography.quiet, layout.below8)}>
          {[
            formOf(sample.form, sample.fibre),
            sample.holding ? holdingWord[sample.holding] : '',
            sample.draw ? drawWord[sample.draw] : '',
            onFullDay(sample.madeAt),
            sample.who,
          ]
            .filter(Boolean)
            .join(' · ')}
        </p>
        <div className={styles.columns}>
          <div>
            <LockRuler staple={staple} most={3} />
          </div>
          <div>
            <Yarn sample={sample} colour={staple.colour} width={300} />
            <Row className={layout.above8} gap={3}>
              {sample.wrapsPerInch != null && (
                <Figure text={`${sample.wrapsPerInch} WPI`} from="measured" label="wraps" />
              )}
              {sample.plies != null && (
                <Figure text={sample.plies === 1 ? 'singles' : `${sample.plies}`} from="measured" label="plies" />
              )}
              {sample.twistAngleDegrees != null && (
                <Figure text={`${sample.twistAngleDegrees}°`} from="measured" label="twist angle" />
              )}
              {sample.spunMass && <MassOf mass={sample.spunMass} label="yarn" />}
              {sample.spinningMinutes != null && (
                <Figure text={`${sample.spinningMinutes} min`} from="measured" label="spinning" />
              )}
              {sample.joins && <Figure text={sample.joins} from="measured" label="joins" />}
              {sample.lumps && <Figure text={sample.lumps} from="measured" label="lumps" />}
              {sample.unevenness && <Figure text={sample.unevenness} from="reckoned" label="unevenness" />}
            </Row>
          </div>
        </div>
        <p className={styles.figure}>{sample.verdict || 'No verdict yet.'}</p>
        <div className={layout.above16}>
          <Photographs of="sample" id={sample.id} what={sample.code} />
        </div>
        {sample.swatch?.sentences.map((s) => (
          <p className={layout.above8} key={s}>
            {s}
          </p>
        ))}
        {sample.uses.length > 0 && <p className={layout.above8}>For: {sample.uses.join(', ')}</p>}
        {sample.judged.length > 0 && <Judged marks={sample.judged} />}
        {sample.kindWords && <p className={clsx(typography.quiet, layout.above8)}>{sample.kindWords}</p>}
      </div>
      <Section title="Where it came from">
        <Row className={layout.below8} gap={4}>
          {raw && <MassOf mass={raw} label="raw fleece behind it" />}
          {prepared && <MassOf mass={prepared} label={`prepared as ${formOf(sample.form, sample.fibre)}`} />}
          {totalYield && <NumberOf number={totalYield} label="total yield" size="big" />}
        </Row>
        <Ribbon
          view={ribbon}
          colour={staple.colour}
          label={`The course of ${sample.lotCode}`}
          onLot={(to) => void navigate(`/lots/${to}`)}
        />
        <p>
          Lot <RouterLink to={`/lots/${sample.lotCode}`}>{sample.lotCode}</RouterLink>
          {origins
            .map((o) => `; ${o.share} ${o.code} ${parentage(o.parentage)}${o.animal ? `, ${o.animal}` : ''}`)
            .join('')}
        </p>
        <FeltingFact felting={card.data.felting} />
      </Section>
      {card.data.changes.length > 0 && (
        <Section title="Noted otherwise before">
          <ul className={layout.indentedList}>
            {card.data.changes.map((c) => (
              <li key={`${c.what} ${c.at}`}>
                {c.what}: {c.from}, then {c.to}; {c.who}, {onFullDay(c.at)}
              </li>
            ))}
          </ul>
        </Section>
      )}
      <div className={clsx(styles.line, 'not-printed')}>
        <Button onClick={() => window.print()}>Print the card</Button>
        {session.data?.workshop?.role !== 'looker' && (
          <Button onClick={() => setEditing(true)}>Change what is noted</Button>
        )}
      </div>
      {editing && <EditSample sample={sample} close={() => setEditing(false)} gone={() => void navigate('/samples')} />}
    </Column>
  );
}

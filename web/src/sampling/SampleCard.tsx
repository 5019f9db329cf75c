import { Box } from '../ui/Box';
import { Button } from '../ui/Button';
import { Link } from '../ui/Link';
import { Typography } from '../ui/Typography';
import { useState } from 'react';
import { Link as RouterLink, useNavigate, useParams } from 'react-router';
import { useSession } from '../api/queries';
import { Judged } from './Judged';
import { useSampleCard } from './queries';
import { tone } from '../ui/tones';
import { LockRuler } from '../drawings/Lock';
import { Ribbon } from '../drawings/Ribbon';
import { Yarn } from '../drawings/Yarn';
import { Photographs } from '../photographs/Photographs';
import { Figure, MassOf, NumberOf } from '../ui/Figure';
import { ProblemNotice, Section } from '../ui/Notices';
import { drawWord, formOf, parentage } from '../ui/words';
import { onFullDay } from '../live/time';
import { EditSample } from './EditSample';
import { Column, Row } from '../ui/layouts';

/** The card: the lock to scale, the yarn, the verdict, and the way back to the raw fleece. */
export function SampleCard() {
  const { code = '' } = useParams();
  const card = useSampleCard(code);
  const navigate = useNavigate();
  const session = useSession();
  const [editing, setEditing] = useState(false);
  if (card.isLoadingError) return <ProblemNotice error={card.error} again={() => void card.refetch()} />;
  if (!card.data) return null;
  const { sample, staple, ribbon, origins, totalYield, raw, prepared } = card.data;
  return (
    <Column gap={3}>
      <Box
        sx={{
          bgcolor: 'background.paper',
          border: 1,
          borderColor: 'divider',
          borderRadius: 1,
          p: { xs: 2, md: 3 },
          position: 'relative',
        }}
      >
        {/* The hole for the string, and the room to tie the real lock. */}
        <Box
          aria-hidden
          sx={{
            position: 'absolute',
            top: 14,
            right: 14,
            width: 16,
            height: 16,
            borderRadius: '50%',
            border: `1.5px solid ${tone('bark')}`,
            bgcolor: 'background.default',
          }}
        />
        <Typography variant="h1" sx={{ pr: 4 }}>
          {sample.code}{' '}
          <Box component="span" sx={{ fontWeight: 400 }}>
            {parentage(sample.parentage)}
          </Box>
        </Typography>
        <Typography color="text.secondary" sx={{ mb: 1 }}>
          {[
            formOf(sample.form, sample.fibre),
            sample.draw ? drawWord[sample.draw] : '',
            onFullDay(sample.madeAt),
            sample.who,
          ]
            .filter(Boolean)
            .join(' · ')}
        </Typography>
        <Box
          sx={{
            display: 'grid',
            gap: 3,
            gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 1.5fr) minmax(0, 1fr)' },
          }}
        >
          <Box>
            <LockRuler staple={staple} most={3} />
          </Box>
          <Box>
            <Yarn sample={sample} colour={staple.colour} width={300} />
            <Row gap={3} sx={{ mt: 1 }}>
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
              {sample.joinsPer10Metres != null && (
                <Figure text={`${sample.joinsPer10Metres}`} from="measured" label="joins in 10 m" />
              )}
              {sample.lumpsPer10Metres != null && (
                <Figure text={`${sample.lumpsPer10Metres}`} from="measured" label="lumps in 10 m" />
              )}
              {sample.unevenness && <Figure text={sample.unevenness} from="reckoned" label="unevenness" />}
            </Row>
          </Box>
        </Box>
        <Typography sx={{ fontSize: '1.25rem', mt: 2, maxWidth: 720 }}>
          {sample.verdict || 'No verdict yet.'}
        </Typography>
        <Box sx={{ mt: 2 }}>
          <Photographs of="sample" id={sample.id} what={sample.code} />
        </Box>
        {sample.swatch?.sentences.map((s) => (
          <Typography key={s} sx={{ mt: 1 }}>
            {s}
          </Typography>
        ))}
        {sample.uses.length > 0 && <Typography sx={{ mt: 1 }}>For: {sample.uses.join(', ')}</Typography>}
        {sample.judged.length > 0 && <Judged marks={sample.judged} />}
        {sample.kindWords && (
          <Typography color="text.secondary" sx={{ mt: 1 }}>
            {sample.kindWords}
          </Typography>
        )}
      </Box>
      <Section title="Where it came from">
        <Row gap={4} sx={{ mb: 1 }}>
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
        <Typography>
          Lot{' '}
          <Link component={RouterLink} to={`/lots/${sample.lotCode}`}>
            {sample.lotCode}
          </Link>
          {origins
            .map((o) => `; ${o.share} ${o.code} ${parentage(o.parentage)}${o.animal ? `, ${o.animal}` : ''}`)
            .join('')}
        </Typography>
      </Section>
      {card.data.changes.length > 0 && (
        <Section title="Noted otherwise before">
          <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
            {card.data.changes.map((c) => (
              <li key={`${c.what} ${c.at}`}>
                {c.what}: {c.from}, then {c.to}; {c.who}, {onFullDay(c.at)}
              </li>
            ))}
          </Box>
        </Section>
      )}
      <Box className="not-printed" sx={{ display: 'flex', gap: 1 }}>
        <Button onClick={() => window.print()}>Print the card</Button>
        {session.data?.workshop?.role !== 'looker' && (
          <Button onClick={() => setEditing(true)}>Change what is noted</Button>
        )}
      </Box>
      {editing && <EditSample sample={sample} close={() => setEditing(false)} gone={() => void navigate('/samples')} />}
    </Column>
  );
}

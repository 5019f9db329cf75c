import { Box } from '../ui/Box';
import { Button } from '../ui/Button';
import { Link } from '../ui/Link';
import { Typography } from '../ui/Typography';
import { useEffect, useState, type ComponentType } from 'react';
import { Link as RouterLink, useLocation, useNavigate, useParams, useSearchParams } from 'react-router';
import { type Schema } from '../api/client';
import { useLot, useSession } from '../api/queries';
import { LockRuler } from '../drawings/Lock';
import { Photographs } from '../photographs/Photographs';
import { Ribbon } from '../drawings/Ribbon';
import { MassOf, NumberOf } from '../ui/Figure';
import { Notice, ProblemNotice, Section } from '../ui/Notices';
import { compactedWord, fibreWord, formOf, parentage } from '../ui/words';
import { onFullPlainDay } from '../live/time';
import { Agreement } from './Agreement';
import { EarlierEntries } from './EarlierEntries';
import { EntryList } from './EntryList';
import { isSpun } from '../ui/spun';
import { useInPieces } from '../ui/useInPieces';
import { useLater } from '../ui/useLater';
import { isStockAct, type StockAct } from '../ui/stockActs';
import { History } from './History';
import { LotFacts } from './LotFacts';
import { WhatNext } from './WhatNext';
import { Column, Row } from '../ui/layouts';

/** What other rooms show on a lot's page. */
export interface LotSections {
  /** What was done to it that is looked at for years. */
  Done: ComponentType<{ page: Schema['LotPage'] }>;
  /** What can still be judged of that. */
  LookBack: ComponentType<{ page: Schema['LotPage'] }>;
  /** Of yarn: what was measured of it, and what follows. */
  Yarn: ComponentType<{ lot: Schema['LotHead'] }>;
  /** What happens on the shelf. */
  Shelf: ComponentType<{ lot: Schema['LotHead']; act: StockAct; close: () => void }>;
}

/** A lot: its ribbon, and below it what it is, what happened and what next. */
export function LotPage({ Done, LookBack, Shelf, Yarn }: LotSections) {
  const { code = '' } = useParams();
  const lot = useLot(code);
  const session = useSession();
  const navigate = useNavigate();
  const { hash } = useLocation();
  const [search, setSearch] = useSearchParams();
  const [noting, setNoting] = useState(false);
  const wanted = search.get('do');
  const [act, setAct] = useState<StockAct | null>(isStockAct(wanted) ? wanted : null);
  const drawn = useInPieces(lot.data !== undefined);
  const later = useLater();
  useEffect(() => {
    if (!drawn || !later || !hash) return;
    const entry = document.getElementById(hash.slice(1));
    entry?.scrollIntoView({ block: 'center' });
    entry?.focus({ preventScroll: true });
  }, [drawn, later, hash]);

  if (lot.isLoadingError) return <ProblemNotice error={lot.error} again={() => void lot.refetch()} />;
  if (!drawn || !lot.data) return null;
  const { lot: head, staple, ribbon, entries, origins } = lot.data;
  const showEntry = (id: string) => {
    const entry = document.getElementById(id);
    entry?.scrollIntoView({ block: 'center', behavior: 'smooth' });
    entry?.focus({ preventScroll: true });
  };

  return (
    <Column gap={3}>
      <Box sx={{ display: 'flex', gap: { xs: 2, md: 4 }, alignItems: 'flex-end', flexWrap: 'wrap' }}>
        <Box sx={{ mr: 'auto' }}>
          <Typography variant="h1">
            {head.code}{' '}
            <Box component="span" sx={{ fontWeight: 400 }}>
              {parentage(head.parentage)}
            </Box>
          </Typography>
          <Typography color="text.secondary">
            {formOf(head.form, head.fibre)}
            {head.animal && (
              <>
                {' · '}
                {head.animalId ? (
                  <Link component={RouterLink} to={`/animals/${head.animalId}`}>
                    {head.animal}
                  </Link>
                ) : (
                  head.animal
                )}
              </>
            )}
            {['', head.colour, head.cameDyed ? 'came dyed' : '', head.before, head.usedUp ? 'used up' : '']
              .filter((part, i) => i === 0 || part)
              .join(' · ')}
          </Typography>
        </Box>
        {head.left && !head.usedUp ? (
          <MassOf mass={head.left} label="there now" size="big" />
        ) : head.made ? (
          <MassOf mass={head.made} label="was made with" size="big" />
        ) : (
          <NotWeighed />
        )}
        {head.totalYield && head.form !== 'raw' && <NumberOf number={head.totalYield} label="of raw" size="big" />}
        {head.costPer100Grams && (
          <Box>
            <NumberOf number={head.costPer100Grams} label="cost of 100 g" size="big" />
            {head.readyMadePer100Grams && (
              <Typography color="text.secondary" sx={{ fontSize: '0.85rem' }}>
                ready-made: {head.readyMadePer100Grams}
              </Typography>
            )}
          </Box>
        )}
      </Box>
      {head.compacted && !head.usedUp && <Notice tone="watch">{compactedWord[head.compacted]}</Notice>}
      {isSpun(head.form) && <Yarn lot={head} />}
      <Ribbon
        view={ribbon}
        colour={head.colour}
        label={`The course of ${head.code}`}
        onStage={showEntry}
        onLot={(to) => void navigate(`/lots/${to}`)}
      />
      {lot.data.agreement.doubts.length > 0 && <Agreement agreement={lot.data.agreement} onEntry={showEntry} />}
      {later && (
        <Box
          sx={{
            display: 'grid',
            gap: 4,
            gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 1.15fr) minmax(0, 1.2fr) minmax(0, 0.8fr)' },
          }}
        >
          <Section
            title="What it is"
            aside={
              <Link component={RouterLink} to={`/lots/${head.code}/look-over`}>
                Look it over
              </Link>
            }
          >
            <WhatItIs page={lot.data} />
            <Done page={lot.data} />
            {session.data?.workshop?.role !== 'looker' && (
              <Button size="small" sx={{ ml: -0.5 }} onClick={() => setNoting(true)}>
                Change what is noted
              </Button>
            )}
            {lot.data.agreement.doubts.length === 0 && (
              <Typography color="text.secondary" sx={{ fontSize: '0.9rem', mt: 1 }}>
                {lot.data.agreement.sentence}
              </Typography>
            )}
            {staple.inherited && <Typography color="text.secondary">Measured on the fleece it came from.</Typography>}
            <Box sx={{ mt: 2 }}>
              <Photographs of="lot" id={head.id} what={head.code} lot={head} />
            </Box>
          </Section>
          <Column gap={3} sx={{ alignContent: 'start', minWidth: 0 }}>
            <Section title="What happened">
              <EntryList entries={entries} here={head.code} lotId={head.id} fibre={head.fibre} />
              <EarlierEntries
                code={head.code}
                lotId={head.id}
                fibre={head.fibre}
                earlier={lot.data.earlierEntries}
                before={entries[0]?.id}
              />
            </Section>
            <History changes={lot.data.changes} mayChange={session.data?.workshop?.role !== 'looker'} />
          </Column>
          <Section title="What next">
            <WhatNext head={head} ahead={ribbon.ahead} act={setAct} />
            {lot.data.samples.length > 0 && (
              <Box sx={{ mt: 2 }}>
                <Typography variant="h3">Samples</Typography>
                {lot.data.samples.map((s) => (
                  <Box key={s.id}>
                    <Link component={RouterLink} to={`/samples/${s.code}`}>
                      {s.code}
                    </Link>{' '}
                    {s.verdict}
                  </Box>
                ))}
              </Box>
            )}
            <LookBack page={lot.data} />
            {origins.some((o) => o.lotId !== head.id) && (
              <Box sx={{ mt: 2 }}>
                <Typography variant="h3">Comes from</Typography>
                {origins.map((o) => (
                  <Box key={o.lotId}>
                    {o.share}{' '}
                    <Link component={RouterLink} to={`/lots/${o.code}`}>
                      {o.code}
                    </Link>{' '}
                    {[parentage(o.parentage), o.animal].filter(Boolean).join(', ')}; {o.raw.text}{' '}
                    {formOf(o.form, o.fibre)}
                  </Box>
                ))}
              </Box>
            )}
          </Section>
        </Box>
      )}
      {noting && <LotFacts lot={head} close={() => setNoting(false)} />}
      {act && (
        <Shelf
          lot={head}
          act={act}
          close={() => {
            setAct(null);
            setSearch({}, { replace: true });
          }}
        />
      )}
    </Column>
  );
}

function NotWeighed() {
  return (
    <Box>
      <Typography variant="h1" component="p">
        not weighed yet
      </Typography>
      <Typography color="text.secondary">its weight is known when it is dry</Typography>
    </Box>
  );
}

function WhatItIs({ page: { lot, staple } }: { page: Schema['LotPage'] }) {
  return (
    <>
      {lot.parts.length > 0 && (
        <Box component="ul" aria-label="Made of" sx={{ listStyle: 'none', p: 0, m: 0, mb: 1, display: 'grid', gap: 1 }}>
          {lot.parts.map((p) => (
            <li key={`${p.fibre} ${p.breed}`}>
              <NumberOf number={p.share} label={[p.breed, fibreWord[p.fibre]].filter(Boolean).join(', ')} />
            </li>
          ))}
        </Box>
      )}
      <LockRuler staple={staple} most={4} />
      <Row gap={3} sx={{ my: 1 }}>
        {staple.mean && <NumberOf number={staple.mean} label={`mean of ${staple.count}`} />}
        {staple.cv && <NumberOf number={staple.cv} label="CV" />}
        {staple.crimpsPerCentimetre && <NumberOf number={staple.crimpsPerCentimetre} label="crimp" />}
      </Row>
      <Typography>{staple.sentence}</Typography>
      <Typography color="text.secondary" sx={{ mt: 1 }}>
        {[lot.shornOn ? `shorn ${onFullPlainDay(lot.shornOn)}` : '', lot.notes].filter(Boolean).join('. ')}
      </Typography>
    </>
  );
}

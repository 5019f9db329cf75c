import Button from '@mui/material/Button';
import { clsx } from 'clsx';
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
import { isStockAct, type StockAct } from '../ui/stockActs';
import { History } from './History';
import { FeltingFact } from '../ui/FeltingFact';
import { WhatNext } from './WhatNext';
import { Column, Row } from '../ui/layouts';
import layout from '../ui/layout.module.css';
import typography from '../ui/typography.module.css';
import styles from './LotPage.module.css';
import { whenShown } from '../ui/whenShown';
import { useUnits } from '../api/units';

const LeftRuns = whenShown(async () => (await import('../runs/LeftRuns')).LeftRuns);
const LotFacts = whenShown(async () => (await import('./LotFacts')).LotFacts);

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
  const units = useUnits();
  const { code = '' } = useParams();
  const lot = useLot(code);
  const session = useSession();
  const navigate = useNavigate();
  const { hash } = useLocation();
  const [search, setSearch] = useSearchParams();
  const [noting, setNoting] = useState(false);
  const wanted = search.get('do');
  const [act, setAct] = useState<StockAct | null>(isStockAct(wanted) ? wanted : null);
  const drawn = lot.data !== undefined;
  useEffect(() => {
    if (!drawn || !hash) return;
    const entry = document.getElementById(hash.slice(1));
    entry?.scrollIntoView({ block: 'center' });
    entry?.focus({ preventScroll: true });
  }, [drawn, hash]);

  if (lot.isLoadingError) return <ProblemNotice error={lot.error} retry={() => void lot.refetch()} />;
  if (!lot.data) return null;
  const { lot: head, staple, ribbon, entries, origins } = lot.data;
  const showEntry = (id: string) => {
    const entry = document.getElementById(id);
    entry?.scrollIntoView({ block: 'center', behavior: 'smooth' });
    entry?.focus({ preventScroll: true });
  };

  return (
    <Column gap={3}>
      <div className={styles.line}>
        <div className={layout.pushRest}>
          <h1>
            {head.code} <span className={typography.light}>{parentage(head.parentage)}</span>
          </h1>
          <p className={typography.quiet}>
            {formOf(head.form, head.fibre)}
            {head.animal && (
              <>
                {' · '}
                {head.animalId ? <RouterLink to={`/animals/${head.animalId}`}>{head.animal}</RouterLink> : head.animal}
              </>
            )}
            {['', head.colour, head.cameDyed ? 'came dyed' : '', head.before, head.usedUp ? 'used up' : '']
              .filter((part, i) => i === 0 || part)
              .join(' · ')}
          </p>
        </div>
        {head.left && !head.usedUp ? (
          <MassOf mass={head.left} label="there now" size="big" />
        ) : head.made ? (
          <MassOf mass={head.made} label="was made with" size="big" />
        ) : (
          <NotWeighed />
        )}
        {head.totalYield && head.form !== 'raw' && <NumberOf number={head.totalYield} label="of raw" size="big" />}
        {head.costPer100Grams && (
          <div>
            <NumberOf number={head.costPer100Grams} label={`cost of ${units.amount}`} size="big" />
            {head.readyMadePer100Grams && (
              <p className={clsx(typography.quiet, typography.tiny)}>ready-made: {head.readyMadePer100Grams}</p>
            )}
          </div>
        )}
      </div>
      {head.supply && <p className={typography.quiet}>{head.supply}</p>}
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
      <div className={styles.columns}>
        <Section title="What it is" aside={<RouterLink to={`/lots/${head.code}/look-over`}>Look it over</RouterLink>}>
          <WhatItIs page={lot.data} />
          <Done page={lot.data} />
          <FeltingFact felting={head.felting} />
          {session.data?.workshop?.role !== 'looker' && (
            <Button className={styles.button} size="small" onClick={() => setNoting(true)}>
              Change what is noted
            </Button>
          )}
          {lot.data.agreement.doubts.length === 0 && (
            <p className={clsx(typography.quiet, typography.note, layout.above8)}>{lot.data.agreement.sentence}</p>
          )}
          {staple.inherited && <p className={typography.quiet}>Measured on the fleece it came from.</p>}
          <div className={layout.above16}>
            <Photographs of="lot" id={head.id} what={head.code} lot={head} />
          </div>
        </Section>
        <Column className={styles.column} gap={3}>
          <Section title="What happened">
            <EntryList entries={entries} here={head.code} lotId={head.id} fibre={head.fibre} />
            <EarlierEntries
              code={head.code}
              lotId={head.id}
              fibre={head.fibre}
              earlier={lot.data.earlierEntries}
              before={entries[0]?.id}
            />
            <LeftRuns lot={head} mayLog={session.data?.workshop?.role !== 'looker'} />
          </Section>
          <History changes={lot.data.changes} mayChange={session.data?.workshop?.role !== 'looker'} />
        </Column>
        <Section title="What next">
          <WhatNext head={head} ahead={ribbon.ahead} act={setAct} />
          {lot.data.samples.length > 0 && (
            <div className={layout.above16}>
              <h3>Samples</h3>
              {lot.data.samples.map((s) => (
                <div key={s.id}>
                  <RouterLink to={`/samples/${s.code}`}>{s.code}</RouterLink> {s.verdict}
                </div>
              ))}
            </div>
          )}
          <LookBack page={lot.data} />
          {origins.some((o) => o.lotId !== head.id) && (
            <div className={layout.above16}>
              <h3>Comes from</h3>
              {origins.map((o) => (
                <div key={o.lotId}>
                  {o.share} <RouterLink to={`/lots/${o.code}`}>{o.code}</RouterLink>{' '}
                  {[parentage(o.parentage), o.animal].filter(Boolean).join(', ')}; {o.raw.text}{' '}
                  {formOf(o.form, o.fibre)}
                </div>
              ))}
            </div>
          )}
        </Section>
      </div>
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
    <div>
      <p className={typography.title}>not weighed yet</p>
      <p className={typography.quiet}>its weight is known when it is dry</p>
    </div>
  );
}

function WhatItIs({ page: { lot, staple } }: { page: Schema['LotPage'] }) {
  return (
    <>
      {lot.parts.length > 0 && (
        <ul className={styles.madeOf} aria-label="Made of">
          {lot.parts.map((p) => {
            const name = [p.breed, fibreWord[p.fibre]].filter(Boolean).join(', ');
            return <li key={`${p.fibre} ${p.breed}`}>{p.share ? <NumberOf number={p.share} label={name} /> : name}</li>;
          })}
        </ul>
      )}
      {lot.parts.some((p) => !p.share) && (
        <p className={typography.quiet}>
          Nobody knows the shares, and nothing is told by them.
          {lot.mayTellParts && ' Weighed out, its parts can be noted below.'}
        </p>
      )}
      <LockRuler staple={staple} most={4} />
      <Row className={styles.row} gap={3}>
        {staple.mean && <NumberOf number={staple.mean} label={`mean of ${staple.count}`} />}
        {staple.cv && <NumberOf number={staple.cv} label="CV" />}
        {staple.crimpsPerCentimetre && <NumberOf number={staple.crimpsPerCentimetre} label="crimp" />}
      </Row>
      <p>{staple.sentence}</p>
      <p className={clsx(typography.quiet, layout.above8)}>
        {[lot.shornOn ? `shorn ${onFullPlainDay(lot.shornOn)}` : '', lot.notes].filter(Boolean).join('. ')}
      </p>
    </>
  );
}

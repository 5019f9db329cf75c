import { clsx } from 'clsx';
import Button from '@mui/material/Button';
import { useMemo, useState, type ReactNode } from 'react';
import { useLoaderData, useNavigate, useParams, useSearchParams } from 'react-router';
import { api, type Schema } from '../api/client';
import { refreshLog, useAir, useDrafts, useStations, useWaiting, useRuns } from '../api/queries';
import type { PageData } from '../runs/bench';
import { heldLots } from '../runs/queries';
import { useSend } from '../api/change';
import { fromRun } from '../station/fromRun';
import { freshState, toRequest } from '../station/stationState';
import { Logged } from '../station/Logged';
import { StationBench } from '../station/StationBench';
import { NoSuchPage } from '../ui/NoSuchPage';
import { ProblemNotice } from '../ui/Notices';
import { useKept } from '../ui/useKept';
import { StationCaution } from './StationCaution';
import { logWithoutRun, stepWord } from '../ui/words';
import styles from './Station.module.css';
import layout from '../ui/layout.module.css';

/** Where whoever comes for a lot plans before anything is weighed. */
const plannedFirst: ReadonlySet<Schema['StepKind']> = new Set(['spin', 'ply']);

/** One pattern for every step: what waits, the picture with its figures, the log with the big number; the caution at the side. */
export function Station() {
  const { step } = useParams();
  const { bench: Bench } = useLoaderData() as PageData;
  const [search] = useSearchParams();
  const navigate = useNavigate();
  const stations = useStations();
  const drafts = useDrafts();
  const runs = useRuns();
  const station = stations.data?.find((s) => s.step === step);
  const waiting = useWaiting((station?.step ?? 'skirt') as Schema['StepKind']);
  const [logged, setLogged] = useState<{ step: string; answer: Schema['EntryAnswer'] } | null>(null);
  const lots = useMemo(() => waiting.data?.lots ?? [], [waiting.data]);
  const air = useAir();
  // What was watched to its end goes in as it was watched, by one tap.
  const logging = useSend(
    async (body: Schema['StepRequest'], key: string) =>
      (await api.POST('/api/entries', { body, params: { header: { 'Idempotency-Key': key } } })).data!,
    (answer) => {
      if (answer.kept) setLogged({ step: station!.step, answer });
      else void navigate(`/station/${station!.step}?draft=${answer.draftId}`);
      void refreshLog();
    },
  );
  const loggedRun = runs.data?.find((r) => r.id === search.get('run') && r.craft === station?.step);
  const run = useMemo(
    () =>
      loggedRun && station && lots.length > 0 ? { id: loggedRun.id, state: fromRun(loggedRun, station, lots) } : null,
    [loggedRun, station, lots],
  );
  const failed = [stations, waiting, drafts].find((q) => q.isLoadingError);
  if (failed) return <ProblemNotice error={failed.error} again={() => void failed.refetch()} />;
  if (stations.data && !station) return <NoSuchPage />;
  if (!station || !waiting.data || !drafts.data || runs.isPending) return null;
  const here = (runs.data ?? []).filter((r) => r.craft === station.step);
  // What lies in a bath or on a rack is logged from there, and elsewhere it is taken only by who came for it, to divide it for instance; of a
  // lot that lies there only in part the rest may be logged otherwise.
  const held = heldLots(runs.data);
  const whole = new Set(
    here
      .flatMap((r) => r.lots)
      .filter((l) => l.grams === null)
      .map((l) => l.id),
  );
  const free = lots.filter((l) => !held.has(l.id) || (l.code === search.get('lot') && !whole.has(l.id)));
  const draft = drafts.data.find((d) => d.id === search.get('draft') && d.step === station.step) ?? null;
  // What runs comes first on the page; the field takes the focus only where nothing does, or where one came for a lot.
  const quiet =
    !run &&
    !draft &&
    (plannedFirst.has(station.step) || (here.length > 0 && !free.some((l) => l.code === search.get('lot'))));
  const heading = run ? 'Log what was watched' : logWithoutRun[station.step];
  return (
    <div className={clsx(styles.page, styles.station)}>
      <div className={styles.work}>
        <h1 className={styles.title}>{stepWord[station.step]}</h1>
        {runs.isLoadingError && <ProblemNotice error={runs.error} again={() => void runs.refetch()} />}
        {Bench && (
          // On a phone the number comes first where nothing runs.
          <div className={clsx(layout.mayShrink, !quiet && styles.afterNumber)}>
            <Bench
              lots={lots}
              runs={here.filter((r) => r.id !== run?.id)}
              wanted={search.get('lot')}
              logRun={(r) => {
                const state = { ...freshState(station)(), ...fromRun(r, station, lots) };
                const of = {
                  ...state,
                  from: state.from ?? [],
                  to: state.to.map((t) => ({ ...t, form: t.form ?? station.gives[0]! })),
                };
                void logging.go(toRequest(station.step, of, lots, air.data?.humidityPercent ?? null, r.id), state.key);
              }}
              logging={logging}
            />
          </div>
        )}

        {logged?.step === station.step && (
          <Logged answer={logged.answer} step={station.step} takenBack={() => setLogged(null)} />
        )}
        {/* At a trial nothing is logged: what came of it stands with the lot. */}
        {!station.isTrial && (
          <SecondWay key={station.step} step={station.step} quiet={quiet} heading={heading}>
            {(taken) => (
              <StationBench
                key={`${station.step} ${draft?.id ?? ''} ${run?.id ?? ''}`}
                station={station}
                lots={run || draft ? lots : free}
                wanted={search.get('lot')}
                draft={draft}
                run={run}
                quiet={quiet && !taken}
                onLogged={(answer) => setLogged(answer && { step: station.step, answer })}
                left={() => void navigate(`/station/${station.step}`, { replace: true })}
              />
            )}
          </SecondWay>
        )}
      </div>
      {/* On a phone the caution comes before the work, or nobody would see it. */}
      <div className={clsx(styles.aside, 'caution')}>
        <StationCaution station={station} />
      </div>
    </div>
  );
}

interface SecondWayProps {
  step: Schema['StepKind'];
  /** Something else comes first here. */
  quiet: boolean;
  heading: string | undefined;
  /** The log; whether it was unfolded just now. */
  children: (taken: boolean) => ReactNode;
}

/** The log by weights alone: folded where the bench comes first, and unfolded from then on for whoever prefers it. */
function SecondWay({ step, quiet, heading, children }: SecondWayProps) {
  const [preferred, prefer] = useKept(`log unfolded ${step}`, folded);
  const [taken, setTaken] = useState(false);
  if (!quiet || !heading)
    return (
      <>
        {heading && <h2 className={layout.below8}>{heading}</h2>}
        {children(false)}
      </>
    );
  return (
    <>
      <h2 className={layout.below8}>
        <Button
          variant="outlined"
          aria-expanded={preferred.open}
          onClick={() => {
            setTaken(!preferred.open);
            prefer({ open: !preferred.open });
          }}
        >
          {heading}
        </Button>
      </h2>
      {preferred.open && children(taken)}
    </>
  );
}

const folded = () => ({ open: false });

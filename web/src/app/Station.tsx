import { clsx } from 'clsx';
import { useMemo, useState } from 'react';
import { useLoaderData, useNavigate, useParams, useSearchParams } from 'react-router';
import { api, type Schema } from '../api/client';
import { refreshLog, useAir, useDrafts, useStations, useWaiting, useRuns } from '../api/queries';
import type { PageData } from '../runs/bench';
import { heldLots } from '../runs/queries';
import { useSend } from '../api/change';
import { fromRun } from '../station/fromRun';
import { freshState, toRequest } from '../station/stationState';
import { Logged } from '../station/Logged';
import { StationBench, type Logged as LoggedHere } from '../station/StationBench';
import { NoSuchPage } from '../ui/NoSuchPage';
import { ProblemNotice } from '../ui/Notices';
import { SecondWay } from './SecondWay';
import { StationCaution } from './StationCaution';
import { logWithoutRun, stepWord } from '../ui/words';
import { useUnits } from '../api/units';
import styles from './Station.module.css';
import layout from '../ui/layout.module.css';

/** Where whoever comes for a lot plans before anything is weighed. */
const plannedFirst: ReadonlySet<Schema['StepKind']> = new Set(['spin', 'ply']);

/** One pattern for every step: what waits, the picture with its figures, the log with the big number; the caution at the side. */
export function Station() {
  const units = useUnits();
  const { step } = useParams();
  const { bench: Bench } = useLoaderData() as PageData;
  const [search] = useSearchParams();
  const navigate = useNavigate();
  const stations = useStations();
  const drafts = useDrafts();
  const runs = useRuns();
  const station = stations.data?.find((s) => s.step === step);
  const waiting = useWaiting((station?.step ?? 'skirt') as Schema['StepKind']);
  // Once another try is under way, or it was taken back, it is no longer said; what is offered next still follows from it.
  const [logged, setLogged] = useState<(LoggedHere & { step: string; isSaid: boolean }) | null>(null);
  const notSaid = () => setLogged((l) => l && { ...l, isSaid: false });
  const lots = useMemo(() => waiting.data?.lots ?? [], [waiting.data]);
  const air = useAir();
  // What was watched to its end goes in as it was watched, by one tap.
  const logging = useSend(
    async (body: Schema['StepRequest'], key: string) =>
      (await api.POST('/api/entries', { body, params: { header: { 'Idempotency-Key': key } } })).data!,
    (answer) => {
      if (answer.kept) setLogged({ step: station!.step, answer, animal: '', isSaid: true });
      else void navigate(`/station/${station!.step}?draft=${answer.draftId}`);
      void refreshLog();
    },
  );
  const loggedRun = runs.data?.find((r) => r.id === search.get('run') && r.craft === station?.step);
  const goesOn = search.has('goesOn') && loggedRun?.mayGoOn === true;
  const run = useMemo(
    () =>
      loggedRun && station && lots.length > 0
        ? { id: loggedRun.id, goesOn, state: fromRun(loggedRun, station, lots, goesOn) }
        : null,
    [loggedRun, station, lots, goesOn],
  );
  const failed = [stations, waiting, drafts].find((q) => q.isLoadingError);
  if (failed) return <ProblemNotice error={failed.error} retry={() => void failed.refetch()} />;
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
        {runs.isLoadingError && <ProblemNotice error={runs.error} retry={() => void runs.refetch()} />}
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
                void logging.go(
                  toRequest(station.step, of, lots, air.data?.humidityPercent ?? null, r.id, units.yarn),
                  state.key,
                );
              }}
              logging={logging}
            />
          </div>
        )}

        {logged?.step === station.step && logged.isSaid && (
          <Logged key={logged.answer.entryId} answer={logged.answer} step={station.step} takenBack={notSaid} />
        )}
        {/* At a trial nothing is logged: what came of it stands with the lot. */}
        {!station.isTrial && (
          <SecondWay key={station.step} step={station.step} quiet={quiet} heading={heading}>
            {(taken) => (
              <StationBench
                key={`${station.step} ${draft?.id ?? ''} ${run?.id ?? ''} ${run?.goesOn ?? ''}`}
                station={station}
                lots={run || draft ? lots : free}
                wanted={search.get('lot')}
                draft={draft}
                run={run}
                quiet={quiet && !taken}
                after={logged?.step === station.step ? logged : null}
                onLogged={(answer, animal) =>
                  answer ? setLogged({ step: station.step, answer, animal, isSaid: true }) : notSaid()
                }
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

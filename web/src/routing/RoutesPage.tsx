import Button from '@mui/material/Button';
import { clsx } from 'clsx';
import { useState } from 'react';
import { Link as RouterLink, useParams } from 'react-router';
import { api, type Schema } from '../api/client';
import { refreshLog, useSession } from '../api/queries';
import { useRoutes } from './queries';
import { RouteBand } from '../drawings/RouteBand';
import { Figure, MassOf, NumberOf } from '../ui/Figure';
import { Notice, ProblemNotice, Section } from '../ui/Notices';
import { aimWord, formOf, preparedAsWord, sentence, stepWord } from '../ui/words';
import { WordToggle } from '../ui/WordToggle';
import { HoldingCard } from './HoldingCard';
import { Needed } from './Needed';
import { TryBoth } from './TryBoth';
import { useChanges } from '../api/change';
import { Column, Row } from '../ui/layouts';
import { useUnits } from '../api/units';
import layout from '../ui/layout.module.css';
import typography from '../ui/typography.module.css';
import styles from './RoutesPage.module.css';

/** Ways from a lot to what it is wanted for, each drawn down to its end with reasons and figures. */
export function RoutesPage() {
  const { code = '' } = useParams();
  const session = useSession();
  const [aim, setAim] = useState<Schema['Aim'] | null>(null);
  const change = useChanges(refreshLog);
  const routes = useRoutes(code, aim);
  if (routes.isLoadingError) return <ProblemNotice error={routes.error} retry={() => void routes.refetch()} />;
  if (!routes.data) return null;
  const page = routes.data;
  // What was tapped counts, though the ways for it are still on their way.
  const wanted = aim ?? page.aim;
  const choose = (way: Pick<Schema['ChooseRoute'], 'preparation' | 'holding'>) =>
    change.go(() => api.PUT('/api/lots/{code}/route', { params: { path: { code } }, body: { aim: wanted, ...way } }));
  const leave = () => change.go(() => api.DELETE('/api/lots/{code}/route', { params: { path: { code } } }));
  // While the ways for another end are still on their way, none is chosen: they are about to change places.
  const mayChoose = session.data?.workshop?.role !== 'looker' && !routes.isPlaceholderData;

  return (
    <Column gap={3}>
      <div>
        <h1>
          {page.holdings.length > 0 ? 'How to hold' : 'Routes for'}{' '}
          <RouterLink to={`/lots/${page.code}`}>{page.code}</RouterLink>{' '}
          <span className={typography.light}>{formOf(page.form, page.fibre)}</span>
        </h1>
        <p className={clsx(layout.above8, layout.below4)}>Wanted:</p>
        <WordToggle
          label="Wanted"
          value={wanted}
          onChange={setAim}
          words={(Object.keys(aimWord) as Schema['Aim'][]).map((a) => ({ value: a, word: aimWord[a] }))}
        />
      </div>
      <ProblemNotice error={change.error} />
      {mayChoose && page.routes.length > 1 && <TryBoth page={page} />}
      {page.holdings.map((way, i) => (
        <HoldingCard
          key={way.holding}
          way={way}
          colour={page.colour}
          isFirst={i === 0}
          choose={mayChoose ? () => choose({ holding: way.holding }) : undefined}
          leave={mayChoose ? () => leave() : undefined}
        />
      ))}
      {page.routes.length === 0 && page.holdings.length === 0 && (
        <p>It has arrived: nothing is left to be done for this.</p>
      )}
      {page.routes.length > 0 && page.holdings.length > 0 && <h2>Or prepared further</h2>}
      {page.nearlyEqual && (
        <Notice tone="watch">
          The first two are as good as each other: a small trial of both in one sitting, all else kept the same, says
          more than any rule.
        </Notice>
      )}
      {page.routes.map((route, i) => (
        <RouteCard
          key={route.preparation}
          route={route}
          left={page.left}
          place={i}
          choose={mayChoose ? () => choose({ preparation: route.preparation }) : undefined}
          leave={mayChoose ? () => leave() : undefined}
        />
      ))}
      <div className={styles.columns}>
        {page.holdings.length === 0 && (
          <Section title="What would change the advice">
            {page.wouldChange.length === 0 ? (
              <p>Nothing that may still turn out otherwise would bring another preparation to the front.</p>
            ) : (
              <ul className={layout.indentedList}>
                {page.wouldChange.map((c) => (
                  <li key={c.if}>
                    If {c.if}: {preparedAsWord[c.then].toLowerCase()}.
                  </li>
                ))}
              </ul>
            )}
            {page.missing.length > 0 && (
              <p className={clsx(typography.quiet, layout.above8)}>
                Not known yet: {page.missing.join(', ')}.{' '}
                <RouterLink to={`/lots/${page.code}/look-over`}>Look it over</RouterLink>
              </p>
            )}
          </Section>
        )}
        {page.routes[0] && (
          <Needed
            code={page.code}
            what={formOf(page.form, page.fibre)}
            aim={page.aim}
            preparation={(page.routes.find((r) => r.chosen) ?? page.routes[0]).preparation}
          />
        )}
      </div>
    </Column>
  );
}

interface CardProps {
  route: Schema['RouteView'];
  left: Schema['MassFigure'] | null | undefined;
  place: number;
  choose: (() => void) | undefined;
  leave: (() => void) | undefined;
}

function RouteCard({ route, left, place, choose, leave }: CardProps) {
  const units = useUnits();
  return (
    <section
      className={styles.routeCard}
      style={{ borderTop: `${route.chosen ? 4 : 1}px solid var(--${route.chosen ? 'woad' : 'oat'})` }}
      aria-label={preparedAsWord[route.preparation]}
    >
      <Row align="center" className={layout.below4} gap={2}>
        <h2 className={layout.pushRest}>
          {preparedAsWord[route.preparation]}
          <span className={styles.quiet}>{route.chosen ? 'chosen' : place === 0 ? 'most speaks for it' : ''}</span>
        </h2>
        {route.chosen
          ? leave && <Button onClick={leave}>Leave this route</Button>
          : choose && (
              <Button
                variant={place === 0 ? 'contained' : 'outlined'}
                onClick={choose}
                aria-label={`Choose ${preparedAsWord[route.preparation].toLowerCase()}`}
              >
                Choose it
              </Button>
            )}
      </Row>
      <RouteBand route={route} left={left} />
      <div className={styles.routeCardColumns}>
        <div>
          {route.for.slice(0, 3).map((r) => (
            <p className={styles.sentence} key={r}>
              {sentence(r)}
            </p>
          ))}
          {route.against.slice(0, 3).map((r) => (
            <p className={styles.routeCardSentence} key={r}>
              But {r}
            </p>
          ))}
        </div>
        <ol className={layout.indentedList}>
          {route.steps.map((s) => (
            <li key={s.step}>
              <strong>{stepWord[s.step]}.</strong> {s.because}
            </li>
          ))}
          {route.steps.length === 0 && <p>It has arrived: nothing is left to do on this route.</p>}
        </ol>
        <Row className={styles.row} gap={3}>
          {route.output && <MassOf mass={route.output} label="comes out" size="big" />}
          {route.hours && <NumberOf number={route.hours} label="at the bench" />}
          {route.litres && <NumberOf number={route.litres} label="water" />}
          {route.totalYield && <NumberOf number={route.totalYield} label="of what is there" />}
          {route.costPer100Grams && (
            <Figure text={route.costPer100Grams} from="reckoned" label={`${units.amount} will cost`} />
          )}
        </Row>
      </div>
      <p className={clsx(typography.quiet, typography.note, layout.above4)}>{route.experience}</p>
    </section>
  );
}

import { Box } from '../ui/Box';
import { Button } from '../ui/Button';
import { Link } from '../ui/Link';
import { Typography } from '../ui/Typography';
import { useState } from 'react';
import { Link as RouterLink, useParams } from 'react-router';
import { api, type Schema } from '../api/client';
import { refreshLog, useSession } from '../api/queries';
import { useRoutes } from './queries';
import { tone } from '../ui/tones';
import { RouteBand } from '../drawings/RouteBand';
import { Figure, MassOf, NumberOf } from '../ui/Figure';
import { Notice, ProblemNotice, Section } from '../ui/Notices';
import { aimWord, formOf, preparedAsWord, stepWord } from '../ui/words';
import { WordChips } from '../ui/WordChips';
import { Needed } from './Needed';
import { TryBoth } from './TryBoth';
import { useChanges } from '../api/change';
import { Column, Row } from '../ui/layouts';

/** Ways from a lot to what it is wanted for, each drawn down to its end with reasons and figures. */
export function RoutesPage() {
  const { code = '' } = useParams();
  const session = useSession();
  const [aim, setAim] = useState<Schema['Aim'] | null>(null);
  const change = useChanges(refreshLog);
  const routes = useRoutes(code, aim);
  if (routes.isLoadingError) return <ProblemNotice error={routes.error} again={() => void routes.refetch()} />;
  if (!routes.data) return null;
  const page = routes.data;
  const choose = (preparation: Schema['PreparedAs']) =>
    change.go(() =>
      api.PUT('/api/lots/{code}/route', { params: { path: { code } }, body: { aim: page.aim, preparation } }),
    );
  const leave = () => change.go(() => api.DELETE('/api/lots/{code}/route', { params: { path: { code } } }));
  const mayChoose = session.data?.workshop?.role !== 'looker';

  return (
    <Column gap={3}>
      <Box>
        <Typography variant="h1">
          Routes for{' '}
          <Link component={RouterLink} to={`/lots/${page.code}`}>
            {page.code}
          </Link>{' '}
          <Box component="span" sx={{ fontWeight: 400 }}>
            {formOf(page.form, page.fibre)}
          </Box>
        </Typography>
        <Typography sx={{ mt: 1, mb: 0.5 }}>Wanted:</Typography>
        <WordChips
          label="Wanted"
          value={page.aim}
          onChange={setAim}
          words={(Object.keys(aimWord) as Schema['Aim'][]).map((a) => ({ value: a, word: aimWord[a] }))}
        />
      </Box>
      <ProblemNotice error={change.error} />
      {mayChoose && page.routes.length > 1 && <TryBoth page={page} />}
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
          choose={mayChoose ? () => choose(route.preparation) : undefined}
          leave={mayChoose ? () => leave() : undefined}
        />
      ))}
      <Box
        sx={{ display: 'grid', gap: 4, gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'repeat(2, minmax(0, 1fr))' } }}
      >
        <Section title="What would change the advice">
          {page.wouldChange.length === 0 ? (
            <Typography>
              Nothing that may still turn out otherwise would bring another preparation to the front.
            </Typography>
          ) : (
            <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
              {page.wouldChange.map((c) => (
                <li key={c.if}>
                  If {c.if}: {preparedAsWord[c.then].toLowerCase()}.
                </li>
              ))}
            </Box>
          )}
          {page.missing.length > 0 && (
            <Typography color="text.secondary" sx={{ mt: 1 }}>
              Not known yet: {page.missing.join(', ')}.{' '}
              <Link component={RouterLink} to={`/lots/${page.code}/look-over`}>
                Look it over
              </Link>
            </Typography>
          )}
        </Section>
        {page.routes[0] && (
          <Needed
            code={page.code}
            what={formOf(page.form, page.fibre)}
            aim={page.aim}
            preparation={(page.routes.find((r) => r.chosen) ?? page.routes[0]).preparation}
          />
        )}
      </Box>
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
  return (
    <Box
      component="section"
      aria-label={preparedAsWord[route.preparation]}
      sx={{ borderTop: `${route.chosen ? 4 : 1}px solid ${tone(route.chosen ? 'woad' : 'oat')}`, pt: 1.5, minWidth: 0 }}
    >
      <Row gap={2} sx={{ alignItems: 'center', mb: 0.5 }}>
        <Typography variant="h2" sx={{ mr: 'auto' }}>
          {preparedAsWord[route.preparation]}
          <Box component="span" sx={{ fontWeight: 400, color: 'text.secondary', fontSize: '0.95rem', ml: 1 }}>
            {route.chosen ? 'chosen' : place === 0 ? 'most speaks for it' : ''}
          </Box>
        </Typography>
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
      <Box
        sx={{
          display: 'grid',
          gap: 3,
          gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 1fr) minmax(0, 1fr) auto' },
          mt: 1,
        }}
      >
        <Box>
          {route.for.slice(0, 3).map((r) => (
            <Typography key={r} sx={{ borderLeft: `4px solid ${tone('lichen')}`, pl: 1.25, mb: 0.5 }}>
              {sentence(r)}
            </Typography>
          ))}
          {route.against.slice(0, 3).map((r) => (
            <Typography key={r} sx={{ borderLeft: `4px solid ${tone('weld')}`, pl: 1.25, mb: 0.5 }}>
              But {r}
            </Typography>
          ))}
        </Box>
        <Box component="ol" sx={{ m: 0, pl: 2.5 }}>
          {route.steps.map((s) => (
            <li key={s.step}>
              <strong>{stepWord[s.step]}.</strong> {s.because}
            </li>
          ))}
          {route.steps.length === 0 && <Typography>It has arrived: nothing is left to do on this route.</Typography>}
        </Box>
        <Row gap={3} sx={{ alignContent: 'start', maxWidth: 320 }}>
          {route.output && <MassOf mass={route.output} label="comes out" size="big" />}
          {route.hours && <NumberOf number={route.hours} label="at the bench" />}
          {route.litres && <NumberOf number={route.litres} label="water" />}
          {route.totalYield && <NumberOf number={route.totalYield} label="of what is there" />}
          {route.costPer100Grams && <Figure text={route.costPer100Grams} from="reckoned" label="100 g will cost" />}
        </Row>
      </Box>
      <Typography color="text.secondary" sx={{ fontSize: '0.9rem', mt: 0.5 }}>
        {route.experience}
      </Typography>
    </Box>
  );
}

const sentence = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

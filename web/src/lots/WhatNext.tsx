import Button from '@mui/material/Button';
import { Link as RouterLink } from 'react-router';
import type { Schema } from '../api/client';
import type { StockAct } from '../ui/stockActs';
import { isSpun } from '../ui/spun';
import { aimWord, holdingWord, preparedAsWord, stepWord } from '../ui/words';
import { Column, Row } from '../ui/layouts';
import layout from '../ui/layout.module.css';

/** What can be done with a lot: the next step of its route or its usual one, the other stations, and the shelf. */
export function WhatNext({
  head,
  ahead,
  act,
}: {
  head: Schema['LotHead'];
  ahead: readonly Schema['AheadView'][];
  act: (what: StockAct) => void;
}) {
  if (head.usedUp)
    return (
      <Column className={layout.itemsStart} gap={1}>
        <p>Nothing is left of it. Follow the ribbon to what it became.</p>
        <RouterLink to={`/lots/${head.code}/compare`}>Compare its preparations</RouterLink>
      </Column>
    );
  const others = head.stations.filter((s) => s !== head.next);
  const next = ahead[0];
  return (
    <Column className={layout.itemsStart} gap={1.25}>
      {isSpun(head.form) ? null : head.route ? (
        <p>
          {head.route.holding ? (
            <>
              For {aimWord[head.route.aim]}, to be held {holdingWord[head.route.holding]}.
            </>
          ) : (
            <>
              On the way to {aimWord[head.route.aim]} by {preparedAsWord[head.route.preparation].toLowerCase()}.{' '}
              {next?.because ?? (head.next ? '' : 'It has arrived.')}
            </>
          )}
        </p>
      ) : (
        <p>
          No route is chosen
          {head.next ? `; fibre like this usually goes to ${stepWord[head.next].toLowerCase()} next` : ''}.
        </p>
      )}
      {head.next ? (
        <Button variant="contained" component={RouterLink} to={`/station/${head.next}?lot=${head.code}`}>
          {stepWord[head.next]} it
        </Button>
      ) : (
        !isSpun(head.form) && (
          <Button variant="contained" component={RouterLink} to={`/lots/${head.code}/sample`}>
            Keep a sample
          </Button>
        )
      )}
      <Row gap={0.5}>
        {!isSpun(head.form) && (
          <Button variant="outlined" size="small" component={RouterLink} to={`/lots/${head.code}/routes`}>
            {head.holdings.length > 0 ? 'How to hold it' : head.route ? 'Routes' : 'Find a route'}
          </Button>
        )}
        {others.map((s) => (
          <Button key={s} size="small" component={RouterLink} to={`/station/${s}?lot=${head.code}`}>
            {stepWord[s]}
          </Button>
        ))}
        {head.trials.map((s) => (
          <Button key={s} size="small" component={RouterLink} to={`/station/${s}?lot=${head.code}`}>
            {stepWord[s]}
          </Button>
        ))}
        {!isSpun(head.form) && (
          <Button size="small" component={RouterLink} to={`/aim?lot=${head.code}`}>
            {head.stations.includes('spin') ? 'Aim at a yarn' : 'How much yarn it makes'}
          </Button>
        )}
        <Button size="small" component={RouterLink} to={`/station/divide?lot=${head.code}`}>
          Divide
        </Button>
        <Button size="small" component={RouterLink} to={`/station/join?lot=${head.code}`}>
          Join
        </Button>
      </Row>
      <h3 className={layout.above4}>On the shelf</h3>
      {head.reserve && (
        <p>
          {head.reserve.mass} are kept for {head.reserve.for}
          {head.reserve.free ? `; ${head.reserve.free} are free` : ''}.
        </p>
      )}
      <Row gap={0.5}>
        <Button size="small" onClick={() => act('reserve')}>
          {head.reserve ? 'Change the reserve' : 'Reserve'}
        </Button>
        <Button size="small" onClick={() => act('recount')}>
          Recount
        </Button>
        <Button size="small" onClick={() => act('useUp')}>
          Take out of stock
        </Button>
        <Button size="small" onClick={() => act('keepAsReference')}>
          Keep a reference lock
        </Button>
      </Row>
      <RouterLink to={`/lots/${head.code}/where`}>Where did it go?</RouterLink>
      <RouterLink to={`/lots/${head.code}/compare`}>Compare its preparations</RouterLink>
    </Column>
  );
}

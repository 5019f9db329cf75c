// @vitest-environment jsdom
import { act, renderHook } from '@testing-library/react';
import { expect, it } from 'vitest';
import { useKept } from './useKept';

const fresh = () => ({ mass: '', note: '' });

it('has a form drawn once, and again with a change alone; two changes at once both count', () => {
  const drawn: object[] = [];
  const { result } = renderHook(() => {
    const kept = useKept('a form', fresh);
    drawn.push(kept[0]);
    return kept;
  });
  expect(drawn).toEqual([fresh()]);
  act(() => {
    result.current[1]({ mass: '412' });
    result.current[1]({ note: 'wet' });
  });
  expect(drawn).toEqual([fresh(), { mass: '412', note: 'wet' }]);
});

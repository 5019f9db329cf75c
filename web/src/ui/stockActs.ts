/** Ways in which fibre leaves the shelf. */
export const leavings = ['useUp', 'giveAway', 'sell', 'discard', 'keepAsReference'] as const;
export type Leaving = (typeof leavings)[number];

/** What can be done with a lot on the shelf. */
export type StockAct = Leaving | 'recount' | 'reserve';

export const isStockAct = (word: string | null): word is StockAct =>
  word === 'recount' || word === 'reserve' || leavings.includes(word as Leaving);

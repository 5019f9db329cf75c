/** A tone of tokens.css that a picture takes by its name. */
export type Tone = 'oat' | 'peat' | 'bark' | 'woad' | 'lichen' | 'weld' | 'madder' | 'walnut' | 'strand' | 'wool';

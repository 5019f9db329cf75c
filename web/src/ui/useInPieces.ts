import { useDeferredValue } from 'react';

/**
 * Whether a page may be drawn now that its answers are here. What an answer calls for is drawn in one piece, which for a whole page takes a phone
 * half a second; drawn for the first time as something deferred, it is drawn in short pieces, between which a finger is answered.
 */
export const useInPieces = (ready: boolean) => useDeferredValue(ready) && ready;

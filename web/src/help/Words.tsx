import { Box } from '../ui/Box';
import { glossary, termsOf } from './glossary';

/** The words of a page, as docs/craft.md has them. */
export default function Words({ path }: { path: string }) {
  return (
    <Box component="dl" sx={{ m: 0, display: 'grid', gap: 1 }}>
      {termsOf(path).map((term) => (
        <Box key={term}>
          <Box component="dt" sx={{ fontWeight: 700 }}>
            {term}
          </Box>
          <Box component="dd" sx={{ m: 0 }}>
            {glossary[term]}
          </Box>
        </Box>
      ))}
    </Box>
  );
}

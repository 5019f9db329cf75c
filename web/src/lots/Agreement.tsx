import { Box } from '../ui/Box';
import { Typography } from '../ui/Typography';
import type { Schema } from '../api/client';
import { Figure, MassOf } from '../ui/Figure';
import { Notice } from '../ui/Notices';
import { Column, Row } from '../ui/layouts';

/** Whether the weighings of a family agree, and which one probably is wrong. */
export function Agreement({
  agreement,
  onEntry,
}: {
  agreement: Schema['AgreementView'];
  onEntry?: (entryId: string) => void;
}) {
  return (
    <Column gap={1.5}>
      <Typography>{agreement.sentence}</Typography>
      {agreement.doubts.map((d) => (
        <Notice key={d.suspects[0]!.flowId} tone="watch">
          {d.sentence}
          <Row gap={3} sx={{ mt: 1 }}>
            {d.slip !== 'somethingNotLogged' && (
              <>
                <Figure text={d.suspects[0]!.logged.text} from="measured" label="logged" />
                <MassOf mass={d.likelier} label="the rest of the log says" />
              </>
            )}
          </Row>
          {onEntry && (
            <Box component="p" sx={{ m: 0, mt: 1 }}>
              <Box
                component="button"
                type="button"
                onClick={() => onEntry(d.suspects[0]!.entryId)}
                sx={{
                  font: 'inherit',
                  color: 'primary.main',
                  bgcolor: 'transparent',
                  border: 0,
                  p: 0,
                  minHeight: 32,
                  textDecoration: 'underline',
                  cursor: 'pointer',
                }}
              >
                Go to the entry
              </Box>
            </Box>
          )}
        </Notice>
      ))}
    </Column>
  );
}

import { Box } from './Box';
import { Button } from './Button';
import { TextField } from './TextField';
import { Typography } from './Typography';
import { useState, type ReactNode } from 'react';
import { api, type Schema } from '../api/client';
import type { useChanges } from '../api/change';
import { Row } from './layouts';

/** A tool with what was last seen or done to it, a field for what is seen now, and the way to put it away. */
export function KeptTool({
  tool,
  looker,
  change,
  placeholder,
  children,
}: {
  tool: { id: string; name: string; upkeep: Schema['UpkeepView'][] };
  looker: boolean;
  change: ReturnType<typeof useChanges>;
  placeholder: string;
  children: ReactNode;
}) {
  const [what, setWhat] = useState('');
  const last = tool.upkeep[0];
  const path = { id: tool.id };
  return (
    <Box>
      <Row gap={1} sx={{ alignItems: 'center' }}>
        <span>
          <strong>{tool.name}</strong>, {children}
        </span>
        <Button
          size="small"
          disabled={looker}
          onClick={() => change.go(() => api.DELETE('/api/tools/{id}', { params: { path } }))}
        >
          Put {tool.name} away
        </Button>
      </Row>
      {last && (
        <Typography color="text.secondary">
          {last.at.slice(0, 10)}: {last.what} ({last.who})
          {tool.upkeep.length > 1 ? `; ${tool.upkeep.length - 1} notes before` : ''}
        </Typography>
      )}
      <Row gap={1} sx={{ alignItems: 'center', mt: 0.5 }}>
        <TextField
          label={`Seen or done to ${tool.name}`}
          placeholder={placeholder}
          value={what}
          onChange={(e) => setWhat(e.target.value)}
          sx={{ width: 290 }}
        />
        <Button
          size="small"
          disabled={looker || !what.trim()}
          onClick={() =>
            change.go(() => api.POST('/api/tools/{id}/upkeep', { params: { path }, body: { what } }), {
              onSuccess: () => setWhat(''),
            })
          }
        >
          Note it
        </Button>
      </Row>
    </Box>
  );
}

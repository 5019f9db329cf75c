import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState, type ReactNode } from 'react';
import { api, type Schema } from '../api/client';
import type { useChanges } from '../api/change';
import { Row } from '../ui/layouts';
import layout from '../ui/layout.module.css';
import typography from '../ui/typography.module.css';

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
    <div>
      <Row align="center" gap={1}>
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
        <p className={typography.quiet}>
          {last.at.slice(0, 10)}: {last.what} ({last.who})
          {tool.upkeep.length > 1 ? `; ${tool.upkeep.length - 1} notes before` : ''}
        </p>
      )}
      <Row align="center" className={layout.above4} gap={1}>
        <TextField
          style={{ width: 290 }}
          label={`Seen or done to ${tool.name}`}
          placeholder={placeholder}
          value={what}
          onChange={(e) => setWhat(e.target.value)}
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
    </div>
  );
}

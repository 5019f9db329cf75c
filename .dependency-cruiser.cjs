/** Arrows between the rooms of web/src go down only: app over the rooms, which do not know each other, over runs, ledger, fields and tools over photographs over drawings and ui over live over api; and nothing goes round in a circle. */
module.exports = {
  forbidden: [
    { name: 'no-circle', severity: 'error', from: {}, to: { circular: true } },
    { name: 'api-knows-nobody', severity: 'error', from: { path: '^src/api' }, to: { path: '^src/(?!api)' } },
    { name: 'live-knows-api', severity: 'error', from: { path: '^src/live' }, to: { path: '^src/(?!live|api)' } },
    {
      name: 'ui-and-drawings-know-what-is-below',
      severity: 'error',
      from: { path: '^src/(ui|drawings)' },
      to: { path: '^src/(?!ui|drawings|live|api)' },
    },
    {
      // What asks the server belongs to a room.
      name: 'ui-asks-nothing',
      severity: 'error',
      from: { path: '^src/ui' },
      to: { path: '^src/api/(queries|change)' },
    },
    {
      name: 'shared-rooms-know-what-is-below',
      severity: 'error',
      from: { path: '^src/(ledger|fields|tools)' },
      to: { path: '^src/(?!ledger|fields|tools|photographs|ui|drawings|live|api)' },
    },
    {
      name: 'runs-know-what-is-below',
      severity: 'error',
      from: { path: '^src/runs' },
      to: { path: '^src/(?!runs|photographs|ui|drawings|live|api)' },
    },
    {
      name: 'photographs-know-what-is-below',
      severity: 'error',
      from: { path: '^src/photographs' },
      to: { path: '^src/(?!photographs|ui|drawings|live|api)' },
    },
    {
      name: 'rooms-do-not-know-each-other',
      severity: 'error',
      from: { path: '^src/(?!app/)([^/]+)/' },
      to: { path: '^src/[^/]+/', pathNot: '^src/($1|runs|ledger|fields|tools|photographs|ui|drawings|live|api)/' },
    },
    {
      name: 'rooms-do-not-know-the-app',
      severity: 'error',
      from: { path: '^src/(?!app)[^/]+/' },
      to: { path: '^src/app' },
    },
  ],
  options: { tsPreCompilationDeps: true, tsConfig: { fileName: 'tsconfig.json' }, exclude: '\\.test\\.ts' },
};

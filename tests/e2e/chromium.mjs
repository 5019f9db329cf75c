/** Debian's Chromium, quiet: how the programs beside the tests launch it. */
export const launch = {
  executablePath: '/usr/bin/chromium',
  args: [
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
    ...(process.getuid?.() === 0 ? ['--no-sandbox'] : []),
  ],
};

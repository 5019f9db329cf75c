import { spawn, spawnSync } from 'node:child_process';
import { chmodSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';

export const root = resolve(import.meta.dirname, '../..');

/** The clock the house starts with, so that pictures and ages are the same each time. */
export const startsAt = '2026-05-14T10:30:00Z';

const freePort = () =>
  new Promise<number>((done) => {
    const server = createServer();
    server.listen(0, '127.0.0.1', () => {
      const { port } = server.address() as { port: number };
      server.close(() => done(port));
    });
  });

export interface Running {
  address: string;
  data: string;
  stop(): Promise<void>;
}

/** Starts the application as a newcomer does, with `./start`, on a data folder of its own. */
export async function startHouse(data: string, extra: string[] = []): Promise<Running> {
  const port = await freePort();
  const house = spawn(join(root, 'start'), ['--data', data, '--port', String(port), '--now', startsAt, ...extra], {
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  let said = '';
  await new Promise<void>((ready, failed) => {
    const listen = (chunk: Buffer) => {
      said += chunk.toString();
      if (/^ready http/m.test(said)) ready();
      // What breaks in the house stands beside the test that it broke under.
      if (/^fail:/m.test(chunk.toString())) process.stderr.write(chunk);
    };
    house.stdout.on('data', listen);
    house.stderr.on('data', listen);
    house.on('exit', (code) => failed(new Error(`./start ended with ${code}:\n${said}`)));
  });
  const gone = new Promise<void>((done) => {
    house.removeAllListeners('exit');
    house.on('exit', () => done());
  });
  return {
    address: `http://127.0.0.1:${port}`,
    data,
    stop: async () => {
      house.kill('SIGTERM');
      await gone;
    },
  };
}

/** Runs a function of tools/house.sh: the same hands that ./start uses on its database. */
export function inHouse(script: string) {
  const done = spawnSync('bash', ['-c', `set -euo pipefail; ROOT='${root}'; . "$ROOT/tools/house.sh"; ${script}`], {
    encoding: 'utf8',
  });
  if (done.status !== 0) throw new Error(`${script}: ${done.stdout}${done.stderr}`);
}

export const webPid = (data: string) => Number(readFileSync(join(data, 'web.pid'), 'utf8'));

export function newDataFolder() {
  const folder = mkdtempSync(join(tmpdir(), 'earthy-tuft-'));
  chmodSync(folder, 0o755);
  return folder;
}

export default async function setUp() {
  const data = newDataFolder();
  const house = await startHouse(data);
  process.env.HOUSE_ADDRESS = house.address;
  process.env.HOUSE_DATA = data;
  return async () => {
    await house.stop();
    rmSync(data, { recursive: true, force: true });
  };
}

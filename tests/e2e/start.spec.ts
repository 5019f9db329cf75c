import { expect, test } from '@playwright/test';
import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { inHouse, newDataFolder, root, startHouse } from './house';

const start = (...args: string[]) => spawnSync(join(root, 'start'), args, { encoding: 'utf8', timeout: 60_000 });

test('./start refuses at once what it cannot do', () => {
  for (const port of ['99999', '0', 'http', '123456'])
    expect(start('--port', port).stderr, port).toContain('--port takes a number from 1 to 65535.');
  // A folder that nobody can make, root among them; and one that is a file.
  expect(start('--data', '/proc/earthy-tuft').stderr).toContain('The folder /proc/earthy-tuft cannot be made.');
  expect(start('--data', join(root, 'README.md')).stderr).toContain('cannot be made.');
  expect(start('--data', '/proc/self').stderr).toContain('cannot be written.');
  expect(start('--speed', '2').stderr).toContain('--speed goes with --now');
  expect(start('--reset-password', 'a@example.org', '--data', newDataFolder()).stderr).toContain(
    'There is no database in',
  );
});

test('a first start that was killed half-way is made good, and the words for back-ups work as written', async () => {
  test.setTimeout(400_000);
  const folder = newDataFolder();
  // As a kill in the middle of making the cluster leaves it.
  mkdirSync(join(folder, 'postgres.making'));
  writeFileSync(join(folder, 'postgres.making', 'PG_VERSION'), '15\n');
  writeFileSync(join(folder, 'password'), 'half');
  const house = await startHouse(folder, ['--no-demo']);
  expect(existsSync(join(folder, 'postgres.making'))).toBe(false);

  const commands = readFileSync(join(root, 'docs/operating.md'), 'utf8')
    .split('\n')
    .filter((l) => /^PGPASSWORD=/.test(l));
  expect(commands).toHaveLength(2);
  for (const command of commands) {
    const done = spawnSync('bash', ['-c', `cd '${folder}'; DATA='${folder}'; ${command}`], { encoding: 'utf8' });
    expect(done.status, `${command}\n${done.stderr}`).toBe(0);
  }
  await house.stop();
  const again = await startHouse(folder, ['--no-demo']);
  await again.stop();
  rmSync(folder, { recursive: true, force: true });
});

test('a database that dies while the house starts is one sentence, and the next start makes it good', async () => {
  test.setTimeout(400_000);
  const folder = newDataFolder();
  const dying = startHouse(folder, ['--no-demo']).then(
    () => '',
    (e: Error) => e.message,
  );
  // As soon as the web process is at work in it, it is gone without a goodbye.
  await expect.poll(() => existsSync(join(folder, 'web.pid')), { intervals: [20], timeout: 120_000 }).toBe(true);
  inHouse(`
    PG_PORT=$(cat '${folder}/pg-port') PG_PASSWORD=$(cat '${folder}/password')
    until [ "$(echo "select count(*) from pg_stat_activity where usename = 'earthy_tuft_app'" | pg_sql earthy_tuft)" != 0 ]; do :; done
    as_pg "$(pg_bin)/pg_ctl" stop -s -m immediate -D '${folder}/postgres'`);
  expect((await dying).split('\n').filter(Boolean)).toEqual([
    './start ended with 1:',
    'The database went away while this was starting. Each change of it is made whole or not at all: start again once it is there.',
    'The web process ended before it was ready; what it said is above.',
  ]);
  const again = await startHouse(folder, ['--no-demo']);
  await again.stop();
  rmSync(folder, { recursive: true, force: true });
});

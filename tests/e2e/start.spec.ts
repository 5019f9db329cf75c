import { expect, test } from '@playwright/test';
import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { newDataFolder, root, startHouse } from './house';

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

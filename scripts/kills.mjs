// Kills Lumbrit's processes while three writers save, again and again, and holds that nothing acknowledged is ever lost:
//   node scripts/kills.mjs JAR KILLS
// Each writer counts up its own site's name, every change built on the revision before it, so name and revision go in step and a
// change that was lost, doubled or half made is seen. Every tenth time the server is killed by SIGKILL, else the database.
import { execFileSync, spawn } from 'node:child_process';
import { mkdtempSync, rmSync, chmodSync, openSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

const here = dirname(fileURLToPath(import.meta.url));
const [jar, wanted] = process.argv.slice(2);
const kills = Number(wanted);
if (!jar || !(kills >= 1)) {
  console.error('lumbrit: node scripts/kills.mjs JAR KILLS');
  process.exit(2);
}

const WRITERS = 3;
const PATIENCE = 180_000;
const folder = mkdtempSync(join(process.env.TMPDIR ?? tmpdir(), 'lumbrit-kills.'));
chmodSync(folder, 0o711);

const pause = (milliseconds) => new Promise((done) => setTimeout(done, milliseconds));

function freePort() {
  return new Promise((done) => {
    const socket = createServer().listen(0, '127.0.0.1', () => {
      const { port } = socket.address();
      socket.close(() => done(port));
    });
  });
}

function postgres(words) {
  const script = `. "${here}/common.sh"; . "${here}/postgres.sh"; need_postgres; ${words}`;
  return execFileSync('bash', ['-c', script], { encoding: 'utf8', env: { ...process.env, PG_PORT: database.port } }).trim();
}

const database = { port: String(await freePort()), password: '', process: 0, folder: '' };
const server = { port: await freePort(), process: undefined };
const address = `http://127.0.0.1:${server.port}`;

function startDatabase() {
  const made = postgres(`postgres_start "${folder}"; postgres_database lumbrit; printf '%s %s %s' "$PG_PASSWORD" "$(postgres_process)" "$PG_FOLDER"`);
  [database.password, database.process, database.folder] = made.split(/\s+/);
}

function startServer() {
  const log = openSync(join(folder, 'server.log'), 'a');
  const began = Date.now();
  server.process = spawn(
    'java',
    ['-Xmx512m', '-XX:TieredStopAtLevel=1', '-XX:+UseSerialGC', '--add-modules=jdk.incubator.vector', '-jar', jar]
      .concat([`--server.port=${server.port}`, `--lumbrit.data=${folder}`, '--lumbrit.first-look=false', '--spring.main.lazy-initialization=true'])
      .concat([`--server.tomcat.basedir=${join(folder, 'tomcat')}`]),
    {
      stdio: ['ignore', log, log],
      env: {
        ...process.env,
        SPRING_DATASOURCE_URL: `jdbc:postgresql://127.0.0.1:${database.port}/lumbrit`,
        SPRING_DATASOURCE_PASSWORD: database.password,
      },
    },
  );
  return began;
}

/** The answer's status and JSON; undefined where none came. */
async function ask(path, method = 'GET', body = undefined) {
  try {
    const answer = await fetch(address + path, {
      method,
      headers: body === undefined ? {} : { 'Content-Type': 'application/json' },
      body: body === undefined ? undefined : JSON.stringify(body),
      signal: AbortSignal.timeout(10_000),
    });
    return { status: answer.status, json: await answer.json().catch(() => undefined) };
  } catch {
    return undefined;
  }
}

/** Asks until it is answered by what is wanted: while a process is away nothing comes, or a problem. */
async function answered(path, status, method, body) {
  const end = Date.now() + PATIENCE;
  while (Date.now() < end) {
    const answer = await ask(path, method, body);
    if (answer?.status === status) {
      return answer.json;
    }
    await pause(50);
  }
  throw new Error(`${path} was not answered within ${PATIENCE / 1000} s`);
}

const name = (count) => `Change ${count}`;

/** What a site holds must be the last acknowledged change, or the one that was on its way when the kill came. */
function held(writer, site) {
  const count = Number(site.recipe.name.replace('Change ', ''));
  const step = site.revision - count;
  if (step !== 1 || count < writer.acknowledged || count > writer.acknowledged + 1) {
    throw new Error(
      `acknowledged was change ${writer.acknowledged}; found is “${site.recipe.name}” at revision ${site.revision}`,
    );
  }
  if (count > writer.acknowledged) {
    writer.unanswered++;
    writer.acknowledged = count;
  }
}

async function write(writer, ended) {
  while (!ended()) {
    const next = writer.acknowledged + 1;
    const answer = await ask(`/api/sites/${writer.site}`, 'PATCH', {
      base: next,
      edits: [{ kind: 'rename-site', name: name(next) }],
    });
    if (answer?.status === 200) {
      writer.acknowledged = next;
      writer.saved++;
    } else if (!ended()) {
      held(writer, await answered(`/api/sites/${writer.site}`, 200));
    }
  }
}

const slowest = { server: 0, database: 0 };
let code = 0;
try {
  startDatabase();
  startServer();
  await answered('/api/sites', 200);
  const writers = [];
  for (let w = 0; w < WRITERS; w++) {
    const site = await answered('/api/sites', 201, 'POST', { name: name(0), width: 10, resolution: 9 });
    writers.push({ site: site.id, acknowledged: 0, saved: 0, unanswered: 0 });
  }
  let over = false;
  let broken;
  const writing = writers.map((writer) =>
    write(writer, () => over || broken).catch((fault) => {
      broken ??= fault;
    }),
  );
  for (let kill = 0; kill < kills && !broken; kill++) {
    await pause(150 + ((kill * 397) % 500));
    const what = kill % 10 === 4 ? 'server' : 'database';
    const began = Date.now();
    if (what === 'database') {
      process.kill(Number(database.process), 'SIGKILL');
      startDatabase();
    } else {
      const gone = new Promise((done) => server.process.once('exit', done));
      server.process.kill('SIGKILL');
      await gone;
      startServer();
    }
    const before = writers.map((writer) => writer.acknowledged);
    const end = Date.now() + PATIENCE;
    while (!broken && writers.some((writer, w) => writer.acknowledged === before[w])) {
      if (Date.now() > end) {
        throw new Error(`nothing is saved ${PATIENCE / 1000} s after the ${what} was killed`);
      }
      await pause(20);
    }
    slowest[what] = Math.max(slowest[what], Date.now() - began);
  }
  over = true;
  await Promise.all(writing);
  if (broken) {
    throw broken;
  }
  for (const writer of writers) {
    held(writer, await answered(`/api/sites/${writer.site}`, 200));
    const undone = await answered(`/api/sites/${writer.site}/undo`, 200, 'POST');
    if (undone.recipe.name !== name(writer.acknowledged - 1)) {
      throw new Error(`undo of change ${writer.acknowledged} gives “${undone.recipe.name}”`);
    }
  }
  const sum = (of) => writers.reduce((total, writer) => total + of(writer), 0);
  console.log(
    `${kills} kills, ${sum((writer) => writer.saved)} acknowledged changes, none lost; ` +
      `${sum((writer) => writer.unanswered)} were kept though their answer was not heard. ` +
      `Saved again at most ${(slowest.server / 1000).toFixed(1)} s after the server was killed, ` +
      `${(slowest.database / 1000).toFixed(1)} s after the database was.`,
  );
} catch (fault) {
  console.error(`lumbrit: ${fault.message}`);
  code = 1;
} finally {
  if (server.process && server.process.exitCode === null) {
    const gone = new Promise((done) => server.process.once('exit', done));
    server.process.kill('SIGKILL');
    await gone;
  }
  if (database.folder) {
    postgres(`PG_FOLDER="${database.folder}"; PG_RUNNING=yes; postgres_stop`);
    rmSync(database.folder, { recursive: true, force: true });
  }
  rmSync(folder, { recursive: true, force: true });
}
process.exit(code);

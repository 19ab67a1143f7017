import { spawn, type ChildProcess } from 'node:child_process';
import { appendFileSync, existsSync, mkdtempSync, readFileSync } from 'node:fs';
import net from 'node:net';
import os from 'node:os';
import path from 'node:path';
import { build, databaseEnv, migrate, TEST_SECRET } from '../../../scripts/lib/app.mjs';
import { freePort, startCluster } from '../../../scripts/lib/cluster.mjs';
import { nodeModules, postgres } from '../../../scripts/lib/install.mjs';
import { tsx } from '../../../scripts/lib/run.mjs';

export const PASSWORD = 'high-gate-demo';
export const wait = (ms: number) => new Promise<void>((done) => setTimeout(done, ms));

export interface Ground {
  env: NodeJS.ProcessEnv;
  ownerUrl: string;
  cluster: { url: string; kill: () => void; start: () => Promise<void>; stop: () => void };
  log: string;
}

/** A built application and a throwaway database with the demo data; `durable` keeps PostgreSQL's promises to the disk. */
export async function prepare(name: string, { durable = false } = {}): Promise<Ground> {
  await nodeModules();
  await build();
  // Far apart by name: proofs run side by side, and a port that was free a moment ago may not be any more.
  const port =
    54820 +
    10 * ['access', 'two', 'crash', 'away', 'fuzz', 'locks', 'floods', 'forge', 'memory', 'rework'].indexOf(name);
  // In npm test the demo shop was loaded once, and each proof has a copy of it.
  const template = process.env.HIGH_GATE_TEMPLATE ?? '';
  const cluster = await startCluster(await postgres(), name, { throwaway: true, port, durable, template });
  const env = { ...process.env, ...databaseEnv(cluster.url, TEST_SECRET), HIGH_GATE_DEMO: '1' };
  if (!template) await migrate(env);
  if (!template && (await tsx('scripts/demoData.ts', [], { env })) !== 0)
    throw new Error('the demo data could not be loaded');
  const folder = mkdtempSync(path.join(os.tmpdir(), `high-gate-${name}-`));
  return { env, ownerUrl: cluster.url, cluster, log: path.join(folder, 'app.log') };
}

/** One application process, to be started, killed and started again on the same port. */
export class App {
  private child: ChildProcess | null = null;
  starts = 0;
  kills = 0;
  /** Ends that nobody asked for. */
  crashes = 0;
  private constructor(
    private readonly ground: Ground,
    readonly port: number,
  ) {}

  static async on(ground: Ground, from = 4300): Promise<App> {
    const app = new App(ground, await freePort(from));
    await app.start();
    return app;
  }
  get pid(): number {
    return this.child?.pid ?? 0;
  }
  get base(): string {
    return `http://127.0.0.1:${this.port}`;
  }

  async start(): Promise<void> {
    const env = { ...this.ground.env };
    delete env.DATABASE_URL;
    const child = spawn(process.execPath, ['scripts/serve.mjs'], {
      env: { ...env, NODE_ENV: 'production', PORT: String(this.port), NEXT_TELEMETRY_DISABLED: '1' },
      stdio: ['ignore', 'pipe', 'pipe'],
    });
    for (const out of [child.stdout, child.stderr])
      out.on('data', (chunk: Buffer) => appendFileSync(this.ground.log, chunk));
    let wanted = false;
    child.on('exit', () => {
      if (!wanted) this.crashes++;
    });
    Object.assign(child, { expectEnd: () => (wanted = true) });
    this.child = child;
    this.starts++;
    for (let i = 0; i < 300; i++) {
      if (child.exitCode !== null) throw new Error(`the application ended:\n${logged(this.ground).slice(-2000)}`);
      if (await listening(this.port)) return;
      await wait(100);
    }
    throw new Error('the application did not start');
  }

  private async end(signal: NodeJS.Signals): Promise<number | null> {
    const { child } = this;
    if (!child || child.exitCode !== null) return null;
    (child as ChildProcess & { expectEnd: () => void }).expectEnd();
    const ended = new Promise<number | null>((done) => child.once('exit', (code) => done(code)));
    child.kill(signal);
    return ended;
  }
  async kill(): Promise<void> {
    this.kills++;
    await this.end('SIGKILL');
  }
  /** A graceful stop; answers the exit code. */
  stop = (): Promise<number | null> => this.end('SIGTERM');
}

const listening = (port: number): Promise<boolean> =>
  new Promise((done) => {
    const socket = net.connect(port, '127.0.0.1');
    socket.once('connect', () => {
      socket.destroy();
      done(true);
    });
    socket.once('error', () => done(false));
  });

export const logged = (ground: Ground): string => (existsSync(ground.log) ? readFileSync(ground.log, 'utf8') : '');
/** Log lines of level error, parsed. */
export const errorsLogged = (ground: Ground): Record<string, unknown>[] =>
  logged(ground)
    .split('\n')
    .filter((line) => line.startsWith('{'))
    .map((line) => JSON.parse(line) as Record<string, unknown>)
    .filter((line) => Number(line.level) >= 50);

/** Runs a proof, prints whether it held, and exits by it. */
export async function prove(name: string, run: (check: (what: string, held: boolean) => void) => Promise<void>) {
  let failed = 0;
  const check = (what: string, held: boolean) => {
    if (!held) failed++;
    console.log(`${held ? 'held' : 'NOT HELD'}: ${what}`);
  };
  try {
    await run(check);
  } catch (error) {
    failed++;
    console.log(
      `NOT HELD: ${name} ended early: ${error instanceof Error ? (error.stack ?? error.message) : String(error)}`,
    );
  }
  process.exit(failed === 0 ? 0 : 1);
}

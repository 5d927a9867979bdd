import { spawn, type ChildProcess } from 'node:child_process';
import { machine } from '../steps/machine.mjs';
import { architect } from './world';

const PORT = 4188;

/** What one call took (ms) and cost the content. */
export interface Cost {
  took: number;
  statements: number;
  rows: number;
  /** For how long (ms) of it the content was asked, outside writes. */
  asking: number;
}

/** The numbers that a `Server-Timing` header tells, by name. */
const timings = (header: string | null): Map<string, number> =>
  new Map(
    (header ?? '').split(',').flatMap((each) => {
      const [, name, n] = /^\s*([\w-]+);dur=([\d.]+)/.exec(each) ?? [];
      return name === undefined ? [] : [[name, Number(n)] as const];
    }),
  );

const costOf = (took: number, header: string | null): Cost => {
  const told = timings(header);
  const [statements = 0, rows = 0, asking = 0] = ['statements', 'rows', 'asking'].map((name) =>
    told.get(name),
  );
  return { took, statements, rows, asking };
};

/** A running Clear Frame, asked over HTTP as a person's browser asks it. */
export class Served {
  /** The cookie of whoever is signed in. */
  signedInAs = '';
  private readonly running: ChildProcess;
  /** How long (ms) it took from its start until it said that it is ready. */
  readonly ready: Promise<number>;

  constructor(folder: string) {
    const began = performance.now();
    this.running = spawn(process.execPath, [...machine.flags, '.next/clear-frame/server.cjs'], {
      stdio: ['ignore', 'pipe', 'inherit'],
      env: {
        ...process.env,
        ...machine.env,
        PORT: String(PORT),
        CLEAR_FRAME_DATA: folder,
        CLEAR_FRAME_MEASURED: 'yes',
        NODE_ENV: 'production',
        NEXT_TELEMETRY_DISABLED: '1',
      },
    });
    this.ready = new Promise((resolve, reject) => {
      this.running.once('exit', () => reject(new Error('The server did not start.')));
      this.running.stdout?.on('data', (piece: Buffer) => {
        if (piece.toString().includes('is ready')) resolve(performance.now() - began);
      });
    });
  }

  readonly origin = `http://localhost:${PORT}`;

  async signIn(): Promise<void> {
    await this.ready;
    const answer = await fetch(`${this.origin}/api/v1/session`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', Origin: this.origin },
      body: JSON.stringify(architect),
    });
    if (!answer.ok) throw new Error(`Signing in: ${answer.status}`);
    this.signedInAs = (answer.headers.get('set-cookie') ?? '').split(';', 1)[0] ?? '';
  }

  /** Calls an operation. Anything but success throws. `revision` guards a change. */
  async call<Answer>(
    method: string,
    path: string,
    { body, revision, costs }: { body?: unknown; revision?: number; costs?: Cost[] } = {},
  ): Promise<Answer> {
    const began = performance.now();
    const answer = await fetch(`${this.origin}/api/v1${path}`, {
      method,
      headers: {
        Origin: this.origin,
        Cookie: this.signedInAs,
        ...(body === undefined ? {} : { 'Content-Type': 'application/json' }),
        ...(revision === undefined ? {} : { 'If-Match': `"${revision}"` }),
      },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    });
    const text = await answer.text();
    const took = performance.now() - began;
    if (!answer.ok) throw new Error(`${method} ${path}: ${answer.status} ${text.slice(0, 300)}`);
    costs?.push(costOf(took, answer.headers.get('server-timing')));
    // The shape of each answer is said by the contract; what asks it names it.
    return (text === '' ? undefined : JSON.parse(text)) as Answer;
  }

  /** Asks a visitor's page. */
  async page(address: string, costs?: Cost[]): Promise<string> {
    const began = performance.now();
    const answer = await fetch(`${this.origin}${address}`);
    const text = await answer.text();
    costs?.push(costOf(performance.now() - began, answer.headers.get('server-timing')));
    if (!answer.ok) throw new Error(`${address}: ${answer.status}`);
    return text;
  }

  /**
   * The longest (ms) that anything waited for the server's event loop since this was asked last, its memory (MB), and how
   * many pages it has drawn.
   */
  async health(): Promise<{ loop: number; memory: number; drawn: number }> {
    const told = timings((await fetch(`${this.origin}/healthz`)).headers.get('server-timing'));
    return { loop: told.get('loop') ?? 0, memory: told.get('memory') ?? 0, drawn: told.get('drawn') ?? 0 };
  }

  async stop(): Promise<void> {
    const ended = new Promise((resolve) => this.running.once('exit', resolve));
    this.running.kill('SIGTERM');
    await ended;
  }
}

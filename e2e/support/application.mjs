// @ts-check
import { execFileSync, spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = join(dirname(fileURLToPath(import.meta.url)), '../..');

const program = join(root, 'src/Yarnwheel.Web/bin/Release/net10.0/linux-x64/publish/yarnwheel-web.dll');

/** A port that is free now. @returns {Promise<number>} */
const freePort = () => new Promise((resolve, reject) => {
  const server = createServer();
  server.once('error', reject);
  server.listen(0, '127.0.0.1', () => {
    const address = server.address();
    server.close(() => resolve(address && typeof address === 'object' ? address.port : 0));
  });
});

/** The application as `./run` starts it, in a process of its own, on a data folder of its own. */
export class Application {
  /** @type {import('node:child_process').ChildProcess | undefined} */
  #process;
  url = '';
  output = '';

  /** @param {{ empty?: boolean, memory?: number, args?: string[] }} [options] memory: the most it may use, bytes; args: more of the command's own */
  constructor(options = {}) {
    this.data = mkdtempSync(join(tmpdir(), 'yarnwheel-e2e-'));
    this.empty = options.empty ?? false;
    this.memory = options.memory;
    this.args = options.args ?? [];
  }

  async start() {
    this.url = `http://127.0.0.1:${await freePort()}`;
    const args = [program, '--urls', this.url, '--data', this.data];
    if (this.empty) args.push('--empty');
    args.push(...this.args);
    const env = this.memory ? { ...process.env, DOTNET_GCHeapHardLimit: this.memory.toString(16) } : process.env;
    const child = spawn('dotnet', args, { stdio: ['ignore', 'pipe', 'pipe'], env });
    this.#process = child;
    this.output = '';
    await new Promise((resolve, reject) => {
      const timer = setTimeout(() => reject(new Error(`The application did not answer:\n${this.output}`)), 60_000);
      const hear = (/** @type {Buffer} */ chunk) => {
        this.output += chunk;
        if (this.output.includes('Yarnwheel is ready at')) {
          clearTimeout(timer);
          resolve(undefined);
        }
      };
      child.stdout?.on('data', hear);
      child.stderr?.on('data', hear);
      child.once('exit', code => reject(new Error(`The application ended with ${code}:\n${this.output}`)));
    });
  }

  /** Ends the process. @param {NodeJS.Signals} signal @returns {Promise<number | null>} its exit code */
  async stop(signal = 'SIGINT') {
    const child = this.#process;
    if (!child || child.exitCode !== null || child.signalCode !== null) return child?.exitCode ?? null;
    const ended = new Promise(resolve => child.once('exit', resolve));
    child.kill(signal);
    return /** @type {Promise<number | null>} */ (ended);
  }

  /** Runs a command of the application's own on the data folder. @param {...string} words */
  command(...words) {
    execFileSync('dotnet', [program, ...words, '--data', this.data], { stdio: 'pipe' });
  }

  /** The process's number. */
  get pid() {
    return this.#process?.pid;
  }

  async remove() {
    await this.stop();
    rmSync(this.data, { recursive: true, force: true });
  }
}

/** One application for many files of tests, warm from the second on. */
class SharedApplication extends Application {
  #asItCame = '';

  /** As on its first day: started, or its data brought back. */
  async fresh() {
    if (this.#asItCame) return this.command('restore', this.#asItCame);
    await this.start();
    this.#asItCame = mkdtempSync(join(tmpdir(), 'yarnwheel-e2e-'));
    this.command('backup', this.#asItCame);
    // It lasts as long as the worker: nobody else ends it.
    process.once('exit', () => {
      if (this.pid) process.kill(this.pid, 'SIGKILL');
      for (const folder of [this.data, this.#asItCame]) rmSync(folder, { recursive: true, force: true });
    });
  }
}

/** For all files that need the demo photos and nothing of their own. */
export const shared = new SharedApplication();

/** Calls the command line. @param {string[]} args */
export const yarnwheel = (...args) =>
  execFileSync('dotnet', [join(root, 'src/Yarnwheel.Cli/bin/Release/net10.0/yarnwheel.dll'), ...args], { encoding: 'utf8', stdio: 'pipe' });

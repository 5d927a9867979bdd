import { spawn } from 'node:child_process';

const begun = Date.now();

/** Says what is being done, with the seconds since the script began. */
export const say = (words) =>
  console.log(`[${((Date.now() - begun) / 1000).toFixed(0).padStart(3)} s] ${words}`);

/**
 * Runs a command to its end and answers its exit code and what it printed. `quiet` keeps the output back unless the
 * command fails; anything else shows it as it comes.
 */
export function run(command, args, { env = {}, quiet = false } = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, {
      env: { ...process.env, ...env },
      stdio: ['ignore', 'pipe', 'pipe'],
    });
    const kept = [];
    for (const [stream, out] of [
      [child.stdout, process.stdout],
      [child.stderr, process.stderr],
    ]) {
      stream.on('data', (piece) => {
        kept.push(piece);
        if (!quiet) out.write(piece);
      });
    }
    child.on('error', reject);
    child.on('close', (code) => {
      const output = Buffer.concat(kept).toString();
      if (quiet && code !== 0) process.stderr.write(output);
      resolve({ code: code ?? 1, output });
    });
  });
}

/** Runs a step that the rest needs; ends the script where it fails. */
export async function need(words, command, args, options) {
  say(words);
  const { code } = await run(command, args, options);
  if (code === 0) return;
  say(`That failed (${command} ended with ${code}).`);
  process.exit(code);
}

import { resolve } from 'node:path';

/**
 * Reads `--port N`, `--host ADDRESS`, `--data FOLDER` and `--fresh`, laid over the environment (PORT, HOST,
 * CLEAR_FRAME_DATA).
 * An unknown flag ends the script with the list of those there are.
 */
export function flags(argv = process.argv.slice(2)) {
  const read = {
    port: process.env.PORT ?? '4100',
    host: process.env.HOST || '127.0.0.1',
    data: process.env.CLEAR_FRAME_DATA ?? 'data',
    fresh: false,
  };
  for (let i = 0; i < argv.length; i += 1) {
    const [name, joined] = (argv[i] ?? '').split('=', 2);
    if (name === '--fresh') read.fresh = true;
    else if (['--port', '--host', '--data'].includes(name) && (joined ?? argv[i + 1])) {
      read[name.slice(2)] = joined ?? argv[i + 1];
      if (joined === undefined) i += 1;
    } else {
      console.error(
        `"${argv[i]}" means nothing here. Known are --port N, --host ADDRESS, --data FOLDER and --fresh.`,
      );
      process.exit(2);
    }
  }
  if (!/^\d{1,5}$/.test(read.port) || Number(read.port) < 1 || Number(read.port) > 65535) {
    console.error(`A port is a number from 1 to 65535, not "${read.port}".`);
    process.exit(2);
  }
  return { port: Number(read.port), host: read.host, data: resolve(read.data), fresh: read.fresh };
}

import { spawn } from 'node:child_process';
import { SERVER } from './compile-server.mjs';
import { machine } from './machine.mjs';

/** Starts the server with its settings in the environment. Pass `stdio` to listen to what it says. */
export function serve({ port, host = '127.0.0.1', data, env = {}, stdio = 'inherit' }) {
  return spawn(process.execPath, [...machine.flags, SERVER], {
    stdio,
    env: {
      ...machine.env,
      ...process.env,
      NODE_ENV: 'production',
      NEXT_TELEMETRY_DISABLED: '1',
      PORT: String(port),
      HOST: host,
      CLEAR_FRAME_DATA: data,
      ...env,
    },
  });
}

/** Serves until asked to stop, handing on the signals and the exit code. */
export function serveHere(options) {
  const server = serve(options);
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
  server.on('exit', (code) => process.exit(code ?? 0));
}

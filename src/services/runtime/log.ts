import pino from 'pino';

/**
 * What happens in the server, as lines of JSON on the error output: what failed and where, never who or with
 * which words.
 * `CLEAR_FRAME_LOG` says from which level on.
 */
export const log = pino(
  {
    level: process.env.CLEAR_FRAME_LOG ?? (process.env.NODE_ENV === 'test' ? 'fatal' : 'info'),
    base: null,
    timestamp: pino.stdTimeFunctions.isoTime,
    serializers: { error: pino.stdSerializers.err },
  },
  pino.destination({ dest: 2, sync: true }),
);

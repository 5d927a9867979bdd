import fc from 'fast-check';
import { callerOf } from './caller';

const from = (headers: Record<string, string>, proxies: number) =>
  callerOf(
    { headers: { host: 'inside', ...headers }, socket: { remoteAddress: '10.0.0.9' } } as never,
    proxies,
  );

test('without a trusted proxy nothing that a caller says counts', () => {
  const headers = { 'x-forwarded-for': '1.2.3.4', 'x-forwarded-proto': 'https', 'x-forwarded-host': 'else' };
  expect(from(headers, 0)).toEqual({ address: '10.0.0.9', secure: false, host: 'inside' });
});

test('whatever a caller puts before them, the address is the one the outermost trusted proxy saw', () => {
  const address = fc.ipV4();
  fc.assert(
    fc.property(fc.array(fc.string()), fc.array(address, { minLength: 1, maxLength: 4 }), (forged, seen) => {
      const way = [...forged, ...seen].join(', ');
      expect(from({ 'x-forwarded-for': way }, seen.length).address).toBe(seen[0]);
    }),
  );
});

test('the protocol and host are those that the nearest proxy was reached by', () => {
  const told = from(
    {
      'x-forwarded-for': '1.2.3.4',
      'x-forwarded-proto': 'http, https',
      'x-forwarded-host': 'www.example.org',
    },
    1,
  );
  expect(told).toEqual({ address: '1.2.3.4', secure: true, host: 'www.example.org' });
});

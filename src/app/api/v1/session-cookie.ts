import { SESSION_COOKIE } from '../../../contract/session-cookie';

/** An answer that also sets the session's cookie. */
export class Reply<A> {
  constructor(
    readonly answer: A,
    readonly cookie: string,
  ) {}
}

const cookie = (value: string, maxAge: number, secure: boolean) =>
  `${SESSION_COOKIE}=${value}; Path=/; HttpOnly; SameSite=Lax; Max-Age=${maxAge}${secure ? '; Secure' : ''}`;

export const startedSession = <A>(answer: A, token: string, endsAt: number, secure: boolean): Reply<A> =>
  new Reply(answer, cookie(token, Math.floor((endsAt - Date.now()) / 1000), secure));

export const endedSession = (secure: boolean): Reply<undefined> =>
  new Reply(undefined, cookie('', 0, secure));

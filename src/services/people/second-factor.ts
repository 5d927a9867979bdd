import { Secret, TOTP } from 'otpauth';
import type { RecoveryWords, SecondFactorBegun } from '../../contract/people';
import { proofsOf, putSecondFactor, type SecondFactor } from '../../store/people';
import { putSetting, setting } from '../../store/settings';
import type { Installation } from '../runtime/installation';
import { invalidInput, ruleViolation } from '../runtime/refusal';
import { isPassword } from './passwords';
import type { Person } from './person';
import { hashOf } from './sessions';
import { newWord, wordTyped } from './words';

/** How many recovery words are given out, each good once. */
const WORDS = 8;
const PERIOD = 30;
/** How many steps before and after now a code may be from: clocks differ. */
const WINDOW = 1;

const totpOf = (installation: Installation, email: string, secret: string): TOTP =>
  new TOTP({
    issuer: installation.site.label,
    label: email,
    secret: Secret.fromBase32(secret),
    period: PERIOD,
    digits: 6,
  });

const wrongCode = () =>
  invalidInput([
    {
      path: '/code',
      code: 'wrong',
      message: 'This code is not the one of now. Wait for the next, then try it.',
    },
  ]);

/** The step (RFC 6238, 30 s) that a code belongs to, where it is right. */
function stepOf(
  installation: Installation,
  person: Pick<Person, 'email'>,
  secret: string,
  code: string,
): number | undefined {
  const now = Date.now();
  const delta = totpOf(installation, person.email, secret).validate({
    token: code.replace(/\s/g, ''),
    timestamp: now,
    window: WINDOW,
  });
  return delta === null ? undefined : Math.floor(now / 1000 / PERIOD) + delta;
}

/** Begins a second factor: a secret to put into an app, which counts once a code of it was said. */
export async function beginSecondFactor(
  installation: Installation,
  person: Person,
): Promise<SecondFactorBegun> {
  const secret = new Secret({ size: 20 }).base32;
  const address = totpOf(installation, person.email, secret).toString();
  const { toDataURL } = await import('qrcode');
  return { secret, address, picture: await toDataURL(address, { margin: 1, width: 220 }) };
}

/**
 * Turns the second factor on, once a code proves that the app has the secret. Answers words that get in
 * without it, told this once.
 */
export async function confirmSecondFactor(
  installation: Installation,
  person: Person,
  { secret, code }: { secret: string; code: string },
): Promise<RecoveryWords> {
  const step = stepOf(installation, person, secret, code);
  if (step === undefined) throw wrongCode();
  const words = Array.from({ length: WORDS }, () => newWord(3));
  await installation.content.write((tx) =>
    putSecondFactor(tx, person.id, { secret, step, words: words.map(hashOf) }),
  );
  return { words };
}

/** Turns it off, for who proves to be the person; not where architects ask it of everyone. */
export async function endSecondFactor(
  installation: Installation,
  person: Person,
  password: string,
): Promise<void> {
  const proofs = await proofsOf(installation.content, person.id);
  if (!(await isPassword(proofs.password, password)))
    throw invalidInput([{ path: '/password', code: 'wrong', message: 'This is not your password.' }]);
  if (await asksSecondFactor(installation))
    throw ruleViolation('Everyone needs a second factor here. You can set up another in its place.');
  await installation.content.write((tx) => putSecondFactor(tx, person.id, undefined));
}

/** Whether a code, or a recovery word, is right now. Each is good once, also for two who say it at one moment. */
export async function proveSecondFactor(
  installation: Installation,
  person: Pick<Person, 'id' | 'email'>,
  code: string,
): Promise<boolean> {
  return installation.content.write(async (tx) => {
    const { secondFactor } = await proofsOf(tx, person.id);
    if (!secondFactor) return false;
    const { secret, step: last, words } = secondFactor;
    const step = stepOf(installation, person, secret, code);
    const word = hashOf(wordTyped(code));
    const next: SecondFactor | undefined =
      step !== undefined && step > last
        ? { ...secondFactor, step }
        : words.includes(word)
          ? { ...secondFactor, words: words.filter((each) => each !== word) }
          : undefined;
    if (next) await putSecondFactor(tx, person.id, next);
    return next !== undefined;
  });
}

/** Whether architects ask a second factor of everyone. */
export const asksSecondFactor = async ({ content }: Installation): Promise<boolean> =>
  (await setting(content, 'second factor')) === 'asked';

export async function askSecondFactor({ content }: Installation, asked: boolean): Promise<void> {
  await content.write((tx) => putSetting(tx, 'second factor', asked ? 'asked' : 'free'));
}

import type { SetUp, SignIn } from '../../contract/session';
import { isTimeZone } from '../../core/content/day';
import { newId } from '../../core/ids';
import { firstModel } from '../../core/model/first-model';
import { makePerson, people, personByEmail, proofsOf } from '../../store/people';
import { changeSiteRow, sites } from '../../store/sites';
import { beginWith } from '../model/put-in-force';
import { seeSites } from '../runtime/sites';
import type { Installation } from '../runtime/installation';
import { Refusal } from '../runtime/refusal';
import { hashPassword, isPassword } from './passwords';
import { proveSecondFactor } from './second-factor';
import { openSession, type SignedIn } from './sessions';
import { wordTyped } from './words';

const refuse = (path: string, code: string, message: string) =>
  new Refusal(401, message, [{ path, code, message }]);

const refuse422 = (path: string, code: string, message: string) =>
  new Refusal(422, message, [{ path, code, message }]);

/** The one spelling of a language's tag (BCP 47). */
function languageOf(tag: string | undefined): string | undefined {
  if (tag === undefined) return undefined;
  try {
    return Intl.getCanonicalLocales(tag)[0];
  } catch {
    throw refuse422('/locale', 'locale', `"${tag}" is no tag of a language.`);
  }
}

/**
 * Signs in by e-mail and password, and by a code where somebody has a second factor. Says the same whether
 * the e-mail or the password is wrong. Each try is counted before it is made.
 */
export async function signIn(
  installation: Installation,
  { email, password, code }: SignIn,
  address: string,
  agent: string,
): Promise<SignedIn> {
  await installation.attempts.count(address, email);
  const found = await personByEmail(installation.content, email);
  const kept = found ? (await proofsOf(installation.content, found.id)).password : '';
  if (!(await isPassword(kept, password)) || !found)
    throw refuse('/password', 'wrong', 'This e-mail and password do not belong together.');
  if (found.guarded) {
    if (!code)
      throw refuse('/code', 'second-factor', 'Write the code that your app shows now, or a recovery word.');
    if (!(await proveSecondFactor(installation, found, code)))
      throw refuse('/code', 'wrong', 'This code is not the one of now, or was used already.');
  }
  await installation.attempts.forget(address, email);
  return openSession(installation, found, agent);
}

/** Whether nobody is here yet, so that the first architect is asked for. */
export const isNew = async (installation: Installation): Promise<boolean> =>
  (await people(installation.content)).length === 0;

/**
 * Makes the first architect and names the site. Only while nobody is here, and for who knows the word that
 * the start printed.
 */
export async function setUp(
  installation: Installation,
  { name, email, password, site, word, locale, timeZone }: SetUp,
  address: string,
  agent: string,
): Promise<SignedIn> {
  const there = new Refusal(409, 'This installation has its first architect already. Sign in.');
  if (!(await isNew(installation))) throw there;
  await installation.attempts.count(address, 'the first architect');
  if (wordTyped(word) !== installation.firstWord) {
    throw refuse422('/word', 'wrong', 'This is not the word. It stands where the server was started.');
  }
  const language = languageOf(locale);
  if (timeZone !== undefined && !isTimeZone(timeZone))
    throw refuse422('/timeZone', 'zone', `There is no time zone "${timeZone}".`);
  const kept = {
    uuid: newId(),
    name: name.trim(),
    email: email.trim().toLowerCase(),
    role: 'architect' as const,
    password: await hashPassword(password),
  };
  const label = site.trim();
  const id = await installation.content.write(async (tx) => {
    if ((await people(tx)).length > 0) throw there;
    await changeSiteRow(tx, installation.site.id, {
      ...installation.site,
      label,
      locale: language ?? installation.site.locale,
      timeZone: timeZone ?? installation.site.timeZone,
    });
    return makePerson(tx, kept, installation.now());
  });
  installation.firstWord = undefined;
  seeSites(installation, await sites(installation.content));
  // Nothing is written yet, so the model may begin in the language that was chosen.
  if (language !== undefined && language !== installation.model.locale)
    await beginWith(installation, firstModel(language));
  return openSession(installation, { ...kept, id, joined: true, guarded: false, letters: true }, agent);
}

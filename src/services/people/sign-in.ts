import type { SetUp, SignIn } from '../../contract/session';
import { newId } from '../../core/ids';
import { makePerson, people, personByEmail, proofsOf } from '../../store/people';
import { renameSite } from '../../store/pages';
import type { Installation } from '../runtime/installation';
import { Refusal } from '../runtime/refusal';
import { hashPassword, isPassword } from './passwords';
import { proveSecondFactor } from './second-factor';
import { openSession, type SignedIn } from './sessions';
import { wordTyped } from './words';

const refuse = (path: string, code: string, message: string) =>
  new Refusal(401, message, [{ path, code, message }]);

/**
 * Signs in by e-mail and password, and by a code where somebody has a second factor. Says the same whether the e-mail or the
 * password is wrong. Each try is counted before it is made.
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

/** Makes the first architect and names the site. Only while nobody is here, and for who knows the word that the start printed. */
export async function setUp(
  installation: Installation,
  { name, email, password, site, word }: SetUp,
  address: string,
  agent: string,
): Promise<SignedIn> {
  const there = new Refusal(409, 'This installation has its first architect already. Sign in.');
  if (!(await isNew(installation))) throw there;
  await installation.attempts.count(address, 'the first architect');
  if (wordTyped(word) !== installation.firstWord) {
    const message = 'This is not the word. It stands where the server was started.';
    throw new Refusal(422, message, [{ path: '/word', code: 'wrong', message }]);
  }
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
    await renameSite(tx, installation.site.id, label);
    return makePerson(tx, kept, installation.now());
  });
  installation.firstWord = undefined;
  installation.site = { ...installation.site, label };
  installation.sites = [installation.site, ...installation.sites.slice(1)];
  installation.rendered.renewAll();
  return openSession(installation, { ...kept, id, joined: 1, guarded: 0 }, agent);
}

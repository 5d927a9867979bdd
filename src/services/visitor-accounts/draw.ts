import {
  accountAddresses,
  wayBack,
  type AccountOutcome,
  type AccountPage,
  type DrawnAccount,
} from '../../core/site/account';
import { sayingIn } from '../../core/model/visitor-words';
import { pageSaying } from '../../core/site/page-saying';
import type { VisitorPage } from '../../core/site/visitor-page';
import type { Installation } from '../runtime/installation';
import type { SiteRow } from '../../store/sites';
import { aroundSite, siteDrawn } from '../visitor/around-site';
import { languagesOf } from '../visitor/ways';
import { formToken } from '../visitor/form-token';
import type { SignedInVisitor } from './session';

/** What the forms of accounts are told apart from other forms by. */
export const ACCOUNT_FORM = 'account';

/** What a page of an account says besides what every one does. */
export interface AccountSaid {
  asks: AccountPage;
  asking?: SignedInVisitor | undefined;
  email?: string;
  back?: string | null;
  word?: string;
  became?: AccountOutcome;
}

/** A page by which a visitor has an account, in the look and language of its site. */
export async function accountPage(
  installation: Installation,
  site: SiteRow,
  language: string | undefined,
  { asks, asking, email = '', back, word, became }: AccountSaid,
): Promise<VisitorPage> {
  const around = await aroundSite(installation, site, language);
  const drawn = around?.site ?? siteDrawn(installation, site, language);
  const { accounts } = installation.model.document;
  const saying = sayingIn(installation.model.document, language);
  const account: DrawnAccount = {
    page: asks,
    token: formToken(installation, ACCOUNT_FORM),
    addresses: accountAddresses(drawn.home),
    open: accounts?.open === true,
    email: asking?.visitor.email ?? email,
    back: wayBack(back, drawn.home),
    ...(word === undefined ? {} : { word }),
    ...(became === undefined ? {} : { became }),
    ...(asking
      ? {
          groups: (accounts?.groups ?? []).flatMap(({ id, label }) =>
            asking.groups.includes(id) ? [saying(label)] : [],
          ),
        }
      : {}),
  };
  const languages = languagesOf(installation, accountAddresses(site.base)[asks], 1, language);
  const locale = language ?? installation.model.locale;
  return {
    ...pageSaying(drawn, locale, 'account', {
      ...(around ? { ...around.ways, seek: around.seek } : {}),
      languages,
    }),
    account,
  };
}

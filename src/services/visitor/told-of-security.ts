import { securityTxt } from '../../core/formats/security-txt';
import type { Installation } from '../runtime/installation';

/** Where somebody who found a weakness tells of it; nothing where nobody is named. */
export function toldOfSecurity({ settings, model, now }: Installation): string | undefined {
  const { main, others } = model.document.locales;
  return settings.securityContact === ''
    ? undefined
    : securityTxt(settings.securityContact, settings.address, [main, ...others], now());
}

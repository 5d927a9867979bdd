import { parseBegins, type Provider } from '../../site/providers';
import { error, type ModelFault } from './fault';

/** Providers whose addresses begin with nothing that could be kept apart, or that stand there twice. */
export const providersFaults = (providers: readonly Provider[] = []): ModelFault[] =>
  providers.flatMap(({ key, label, begins }, i): ModelFault[] => {
    const at = `/providers/${i}`;
    if (parseBegins(begins) !== begins)
      return [
        error(
          `${at}/begins`,
          'address',
          `The addresses of ${label} begin with https:// and end with a slash: https://films.example/show/`,
        ),
      ];
    return providers.slice(0, i).some((each) => each.key === key || each.begins === begins)
      ? [error(`${at}/key`, 'twice', `${label} is there twice.`)]
      : [];
  });

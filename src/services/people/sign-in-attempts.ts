import { RateLimiterMemory, RateLimiterRes } from 'rate-limiter-flexible';
import { Refusal } from '../runtime/refusal';

const QUARTER = 15 * 60;
/** Tries within a quarter of an hour: from one address at one account, and from one address at all of them. */
const tries = { pair: 8, address: 60 } as const;
/**
 * From how many tries at one account, from wherever, each next one is answered later; and how much later (ms)
 * at the most.
 */
const slow = { from: 12, step: 250, most: 4000 } as const;

/**
 * Counts tries to sign in before they are made, so that many at once get no further than one after the other.
 * One address is held back at one account; at an account that is tried from many, each try only takes longer,
 * and its owner still gets in.
 */
export class SignInAttempts {
  private readonly pair = new RateLimiterMemory({ points: tries.pair, duration: QUARTER });
  private readonly address = new RateLimiterMemory({ points: tries.address, duration: QUARTER });
  private readonly account = new RateLimiterMemory({ points: Number.MAX_SAFE_INTEGER, duration: QUARTER });

  /** Counts a try, and waits where the account is tried often; refuses one too many, with the time until the next. */
  async count(address: string, account: string): Promise<void> {
    try {
      await this.address.consume(address);
      await this.pair.consume(this.pairOf(address, account));
    } catch (error) {
      if (!(error instanceof RateLimiterRes)) throw error;
      const seconds = Math.max(1, Math.ceil(error.msBeforeNext / 1000));
      const wait = seconds < 90 ? `${seconds} seconds` : `${Math.ceil(seconds / 60)} minutes`;
      throw new Refusal(429, `Too many attempts. Wait ${wait}, then try again.`, [], { retryAfter: seconds });
    }
    const { consumedPoints } = await this.account.consume(account.toLowerCase());
    const delay = Math.min(slow.most, Math.max(0, consumedPoints - slow.from) * slow.step);
    if (delay > 0) await new Promise((resolve) => setTimeout(resolve, delay));
  }

  /** Forgets the tries of somebody who got in. */
  async forget(address: string, account: string): Promise<void> {
    await this.pair.delete(this.pairOf(address, account));
    await this.account.delete(account.toLowerCase());
  }

  private pairOf = (address: string, account: string): string => `${address} ${account.toLowerCase()}`;
}

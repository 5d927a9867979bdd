import type { Json } from '../../json';
import { isJsonObject } from '../../json';
import { dayIn, momentIn, numberIn, separatorIn, spotIn, unitIn, yesNoIn } from './cell';

/** The most different values that are counted one by one. */
const DISTINCT = 2_000;
/** The most values that are remembered to tell whether all differ, and what refers to them. */
const REMEMBERED = 200_000;

const bump = <K>(counts: Map<K, number>, key: K): void => {
  counts.set(key, (counts.get(key) ?? 0) + 1);
};

/** What has been seen of one column, or of one member of an object, over all rows so far. */
export class Tally {
  filled = 0;
  longest = 0;
  lines = 0;
  numbers = 0;
  fractions = 0;
  mostDecimals = 0;
  least = Number.POSITIVE_INFINITY;
  most = Number.NEGATIVE_INFINITY;
  yesNo = 0;
  days = 0;
  moments = 0;
  /** Days whose first number is over 12, and whose second is: they tell in which order days are written. */
  dayFirst = 0;
  monthFirst = 0;
  spots = 0;
  emails = 0;
  addresses = 0;
  phones = 0;
  readonly units = new Map<string, number>();
  readonly separators = new Map<string, number>();
  /** How often each value stands there; nothing once there are too many. */
  distinct: Map<string, number> | undefined = new Map();
  /** The pieces of values that are several, told apart by a separator. */
  pieces: Map<string, number> | undefined = new Map();
  /** Every value so far, while all differ; nothing once one stood twice or there are too many. */
  unique: Set<string> | undefined = new Set();
  objects = 0;
  lists = 0;
  readonly members = new Map<string, Tally>();
  items: Tally | undefined;

  add(value: Json): void {
    if (value === null || value === '') return;
    this.filled += 1;
    if (Array.isArray(value)) {
      this.lists += 1;
      this.items ??= new Tally();
      for (const item of value) this.items.add(item);
    } else if (isJsonObject(value)) {
      this.objects += 1;
      for (const [key, member] of Object.entries(value)) this.member(key).add(member);
    } else this.scalar(typeof value === 'string' ? value : String(value));
  }

  member(key: string): Tally {
    const known = this.members.get(key);
    if (known) return known;
    const made = new Tally();
    this.members.set(key, made);
    return made;
  }

  private scalar(given: string): void {
    const text = given.trim();
    this.longest = Math.max(this.longest, Array.from(text).length);
    if (/[\r\n]/.test(text)) this.lines += 1;
    this.remember(text);
    this.number(text);
    const day = dayIn(text);
    if (day) {
      this.days += 1;
      if (day.order === 'day first') this.dayFirst += 1;
      if (day.order === 'month first') this.monthFirst += 1;
    }
    if (momentIn(text)) this.moments += 1;
    if (yesNoIn(text) !== undefined) this.yesNo += 1;
    if (spotIn(text)) this.spots += 1;
    if (/^[^\s@]+@[^\s@]+\.[^\s@]+$/.test(text)) this.emails += 1;
    if (/^https?:\/\/\S+$/i.test(text)) this.addresses += 1;
    if (/^\+?[0-9][0-9 ()./-]{5,}$/.test(text) && /[ +()/-]/.test(text)) this.phones += 1;
  }

  private remember(text: string): void {
    if (this.distinct) {
      bump(this.distinct, text);
      if (this.distinct.size > DISTINCT) this.distinct = undefined;
    }
    if (this.unique) {
      if (this.unique.has(text) || this.unique.size >= REMEMBERED) this.unique = undefined;
      else this.unique.add(text);
    }
    const separator = separatorIn(text);
    if (separator) {
      bump(this.separators, separator);
      if (this.pieces)
        for (const piece of text.split(separator)) if (piece.trim()) bump(this.pieces, piece.trim());
    } else if (this.pieces) bump(this.pieces, text);
    if (this.pieces && this.pieces.size > DISTINCT) this.pieces = undefined;
  }

  private number(text: string): void {
    const unit = unitIn(text);
    const number = numberIn(unit ? text.slice(0, -unit.length).trim() : text);
    if (number === undefined) return;
    this.numbers += 1;
    if (unit) bump(this.units, unit);
    if (!Number.isInteger(number)) this.fractions += 1;
    this.mostDecimals = Math.max(this.mostDecimals, (/\.(\d+)$/.exec(String(number))?.[1] ?? '').length);
    this.least = Math.min(this.least, number);
    this.most = Math.max(this.most, number);
  }
}

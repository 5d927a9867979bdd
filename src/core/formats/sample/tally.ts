import type { Json } from '../../json';
import { isJsonObject, type JsonObject } from '../../json';
import { keyedRows } from './keyed-rows';
import {
  cellText,
  codeIn,
  dayIn,
  isBlank,
  momentIn,
  numberUnder,
  piecesOf,
  separatorIn,
  spotIn,
  unitIn,
  yesNoIn,
  type DecimalMark,
} from './cell';

/** The most different values that are counted one by one. */
const DISTINCT = 2_000;
/** The most values that are remembered to tell whether all differ, and what refers to them. */
const REMEMBERED = 200_000;

/** The most members that are told apart in the objects of one column. */
const MEMBERS = 500;

const bump = <K>(counts: Map<K, number>, key: K): void => {
  counts.set(key, (counts.get(key) ?? 0) + 1);
};

/** What the numbers of a column are under one habit of writing decimals. */
class NumberTally {
  count = 0;
  mostDecimals = 0;
  least = Number.POSITIVE_INFINITY;
  most = Number.NEGATIVE_INFINITY;

  /** Counts a text, if it is a number. */
  add(text: string, mark: DecimalMark): boolean {
    const found = numberUnder(text, mark);
    if (!found) return false;
    this.count += 1;
    this.mostDecimals = Math.max(this.mostDecimals, found.decimals);
    this.least = Math.min(this.least, found.value);
    this.most = Math.max(this.most, found.value);
    return true;
  }
}

/** What has been seen of one column, or of one member of an object, over all rows so far. */
export class Tally {
  filled = 0;
  longest = 0;
  /** The length of the longest list or object, written out. */
  longestWhole = 0;
  lines = 0;
  /** What the numbers are under each habit of writing decimals. */
  readonly numbersBy: Record<DecimalMark, NumberTally> = { '.': new NumberTally(), ',': new NumberTally() };
  /** What speaks against numbers: what a number would spoil, by why. */
  readonly codes = new Map<NonNullable<ReturnType<typeof codeIn>>, number>();
  negative = 0;
  /** Texts of three digits after three digits, which may be thousands or several codes; and of up to three digits alone. */
  triples = 0;
  upToThree = 0;
  yes = 0;
  no = 0;
  days = 0;
  moments = 0;
  /** Moments that say how far their clock is from universal time. */
  offsets = 0;
  /** Days whose first number is over 12, and whose second is: they tell in which order days are written. */
  dayFirst = 0;
  monthFirst = 0;
  spots = 0;
  emails = 0;
  addresses = 0;
  phones = 0;
  readonly units = new Map<string, number>();
  /** Numbers without a unit. */
  bare = 0;
  readonly separators = new Map<string, number>();
  /** How often each value stands there; nothing once there are too many. */
  distinct: Map<string, number> | undefined = new Map();
  /** The pieces of values that are several, told apart by a separator. */
  pieces: Map<string, number> | undefined = new Map();
  /** Texts with a comma and a space in them. */
  commas = 0;
  /** Values that are nothing but separators. */
  unpieced = 0;
  /** Every value so far, while all differ; nothing once one stood twice or there are too many. */
  unique: Set<string> | undefined = new Set();
  objects = 0;
  lists = 0;
  readonly members = new Map<string, Tally>();
  items: Tally | undefined;
  /** Objects whose members are objects all, and these members, each with its code: rows of a list that stands under codes. */
  keyed = 0;
  keyedRows: Tally | undefined;
  /** The most items in one list. */
  mostItems = 0;

  /** The habit of writing decimals under which most are numbers; a comma only where it is told by some. */
  get mark(): DecimalMark {
    const [point, comma] = [this.numbersBy['.'], this.numbersBy[',']];
    return comma.count > point.count ? ',' : '.';
  }

  /** How many say yes or no. */
  get yesNo(): number {
    return this.yes + this.no;
  }

  add(value: Json): void {
    if (isBlank(value)) return;
    this.filled += 1;
    if (typeof value === 'object')
      this.longestWhole = Math.max(this.longestWhole, Array.from(cellText(value)).length);
    if (Array.isArray(value)) {
      this.lists += 1;
      this.items ??= new Tally();
      for (const item of value) this.items.add(item);
      this.mostItems = Math.max(this.mostItems, value.length);
    } else if (isJsonObject(value)) {
      this.objects += 1;
      this.object(value);
    } else this.scalar(typeof value === 'string' ? value : String(value));
  }

  private object(value: JsonObject): void {
    const members = Object.entries(value);
    if (members.every(([, member]) => isJsonObject(member))) {
      this.keyed += 1;
      this.keyedRows ??= new Tally();
      for (const row of keyedRows(value)) this.keyedRows.add(row);
    }
    for (const [key, member] of members)
      if (this.members.has(key) || this.members.size < MEMBERS) this.member(key).add(member);
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
    const moment = momentIn(text);
    if (moment) {
      this.moments += 1;
      if (moment.hasOffset) this.offsets += 1;
      if (moment.order === 'day first') this.dayFirst += 1;
      if (moment.order === 'month first') this.monthFirst += 1;
    }
    const answer = yesNoIn(text);
    if (answer === true) this.yes += 1;
    if (answer === false) this.no += 1;
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
    if (text.includes(', ')) this.commas += 1;
    const separator = separatorIn(text);
    if (separator) {
      bump(this.separators, separator);
      const pieces = piecesOf(text, separator);
      if (pieces.length === 0) this.unpieced += 1;
      if (this.pieces) for (const piece of pieces) bump(this.pieces, piece);
    } else if (this.pieces) bump(this.pieces, text);
    if (this.pieces && this.pieces.size > DISTINCT) this.pieces = undefined;
  }

  private number(text: string): void {
    const { number, unit } = unitIn(text);
    const found = [this.numbersBy['.'].add(number, '.'), this.numbersBy[','].add(number, ',')];
    if (!found.includes(true)) return;
    if (unit) bump(this.units, unit);
    else this.bare += 1;
    const code = codeIn(text);
    if (code) bump(this.codes, code);
    if (text.startsWith('-')) this.negative += 1;
    if (/^\d{3}(?:,\d{3})+$/.test(text)) this.triples += 1;
    if (/^\d{1,3}$/.test(text)) this.upToThree += 1;
  }
}

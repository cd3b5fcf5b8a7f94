import { LONGEST_QUANTITY, splitNumber } from '../units/quantity.js';

/**
 * Reads a sum as a person types it before a unit: numbers, + − × * / ÷ and brackets, then the rest as it stands.
 * Example: readExpression('3*40 m') → { value: 120, rest: 'm' }; a plain number comes back as it was typed.
 *
 * @returns undefined when the text does not begin with a sum that can be worked out
 */
export function readExpression(text: string): { value: number; rest: string; isPlain: boolean } | undefined {
  if (text.length > LONGEST_QUANTITY) return undefined;
  const source = text.trim().replace(/[−–]/g, '-').replace(/×/g, '*').replace(/÷/g, '/');
  const parser = new Parser(source);
  const value = parser.sum();
  if (value === undefined || !Number.isFinite(value)) return undefined;
  const rest = source.slice(parser.at).trim();
  return { value, rest, isPlain: splitNumber(source.slice(0, parser.at))?.rest === '' };
}

const NUMBER = /\s*(?:\d+(?:\.\d*)?|\.\d+)(?:[eE][+-]?\d+)?/y;

class Parser {
  at = 0;
  private depth = 0;
  constructor(private readonly source: string) {}

  sum(): number | undefined {
    let left = this.product();
    while (left !== undefined) {
      const sign = this.take(/\s*([+-])/y);
      if (!sign) return left;
      const right = this.product();
      left = right === undefined ? undefined : sign === '+' ? left + right : left - right;
    }
    return undefined;
  }

  private product(): number | undefined {
    let left = this.factor();
    while (left !== undefined) {
      const back = this.at;
      const sign = this.take(/\s*([*/])/y);
      if (!sign) return left;
      const right = this.factor();
      if (right === undefined) {
        this.at = back;
        return left;
      }
      left = sign === '*' ? left * right : left / right;
    }
    return undefined;
  }

  private factor(): number | undefined {
    const sign = this.take(/\s*([+-])/y);
    if (sign) {
      const inner = this.factor();
      return inner === undefined ? undefined : sign === '-' ? -inner : inner;
    }
    if (this.take(/\s*(\()/y)) {
      if (++this.depth > 50) return undefined;
      const inner = this.sum();
      this.depth--;
      return this.take(/\s*(\))/y) ? inner : undefined;
    }
    NUMBER.lastIndex = this.at;
    const match = NUMBER.exec(this.source);
    if (!match) return undefined;
    this.at = NUMBER.lastIndex;
    return Number(match[0]);
  }

  private take(pattern: RegExp): string | undefined {
    pattern.lastIndex = this.at;
    const match = pattern.exec(this.source);
    if (!match) return undefined;
    this.at = pattern.lastIndex;
    return match[1];
  }
}

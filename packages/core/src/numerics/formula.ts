/*
 * Formulas as they are written for a reader, worked out with the values of their symbols: numbers, symbols, + − · / ^ ² ³,
 * brackets, π and √ abs sign ln log10 min max. A working shows a formula and its numbers; this holds that they give what is shown.
 */

const FUNCTIONS: Readonly<Record<string, (...x: number[]) => number>> = {
  '√': Math.sqrt,
  abs: Math.abs,
  sign: Math.sign,
  ln: Math.log,
  log10: Math.log10,
  min: Math.min,
  max: Math.max,
};
const NUMBER = /\d+(?:\.\d+)?(?:e[+-]?\d+)?/y;

type Token = { kind: 'number'; text: string } | { kind: 'symbol' | 'function' | 'mark'; text: string };

/** the pieces of a formula; the longest symbol that fits is taken */
function tokens(formula: string, symbols: readonly string[]): Token[] {
  const longest = [...symbols].sort((a, b) => b.length - a.length);
  const list: Token[] = [];
  for (let at = 0; at < formula.length;) {
    const rest = formula.slice(at);
    const symbol = longest.find((s) => rest.startsWith(s));
    const called = Object.keys(FUNCTIONS).find((f) => rest.startsWith(`${f}(`));
    NUMBER.lastIndex = at;
    const number = NUMBER.exec(formula)?.[0];
    let token: Token;
    if (called !== undefined && called.length >= (symbol?.length ?? 0)) token = { kind: 'function', text: called };
    else if (symbol !== undefined) token = { kind: 'symbol', text: symbol };
    else if (number !== undefined) token = { kind: 'number', text: number };
    else token = { kind: 'mark', text: formula[at]! };
    list.push(token);
    at += token.text.length;
  }
  return list;
}

/**
 * The value of a formula with the values of its symbols.
 *
 * @throws SyntaxError when it is no formula of these signs and symbols
 */
export function evaluateFormula(formula: string, values: Readonly<Record<string, number>>): number {
  const list = tokens(formula, Object.keys(values)).filter((t) => t.text.trim() !== '');
  let at = 0;
  const peek = (): string | undefined => list[at]?.text;
  const take = (text: string): boolean => peek() === text && Boolean(++at);
  const expect = (text: string): void => {
    if (!take(text)) throw new SyntaxError(`${text} is missing in ${formula}`);
  };
  const sum = (): number => {
    let x = product();
    for (;;) {
      if (take('+')) x += product();
      else if (take('−') || take('-')) x -= product();
      else return x;
    }
  };
  const product = (): number => {
    let x = signed();
    for (;;) {
      if (take('·')) x *= signed();
      else if (take('/')) x /= signed();
      else return x;
    }
  };
  const signed = (): number => (take('−') || take('-') ? -signed() : power());
  const power = (): number => {
    let x = atom();
    if (take('²')) x **= 2;
    else if (take('³')) x **= 3;
    return take('^') ? x ** signed() : x;
  };
  const atom = (): number => {
    const token = list[at++];
    if (!token) throw new SyntaxError(`${formula} ends too early`);
    if (token.kind === 'number') return Number(token.text);
    if (token.kind === 'symbol') return values[token.text]!;
    if (token.kind === 'function') {
      expect('(');
      const inside = [sum()];
      while (take(',')) inside.push(sum());
      expect(')');
      return FUNCTIONS[token.text]!(...inside);
    }
    if (token.text === 'π') return Math.PI;
    if (token.text !== '(') throw new SyntaxError(`${token.text} has no meaning in ${formula}`);
    const x = sum();
    expect(')');
    return x;
  };
  const value = sum();
  if (at < list.length) throw new SyntaxError(`${peek()} is too much in ${formula}`);
  return value;
}

/** The formula with numbers in place of its symbols; a negative one stands in brackets. */
export function putNumbers(formula: string, numbers: Readonly<Record<string, string>>): string {
  return tokens(formula, Object.keys(numbers))
    .map((t) => {
      if (t.kind !== 'symbol') return t.text;
      const number = numbers[t.text]!;
      return number.startsWith('-') ? `(${number})` : number;
    })
    .join('');
}

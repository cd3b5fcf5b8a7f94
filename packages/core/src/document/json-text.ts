/** objects and lists inside one another; a study has at most seven */
const DEEPEST = 100;

/** Something in a JSON text that its values no longer show: a key that stands twice (the last would win), or nesting without end. */
interface TextFault {
  reason: 'duplicate-key' | 'too-deep';
  path: string;
  found: string;
}

interface Frame {
  /** of an object; null in a list */
  keys: Set<string> | null;
  key: string;
  index: number;
}

/**
 * The first fault of a text that is JSON (parsed already), in one pass and without recursion.
 */
export function textFault(text: string): TextFault | undefined {
  const stack: Frame[] = [];
  let isKeyNext = false;
  for (let i = 0; i < text.length; i++) {
    const top = stack[stack.length - 1];
    switch (text[i]) {
      case '{':
      case '[':
        if (stack.length === DEEPEST) return { reason: 'too-deep', path: pathOf(stack.slice(0, 2)), found: String(DEEPEST) };
        stack.push({ keys: text[i] === '{' ? new Set() : null, key: '', index: 0 });
        isKeyNext = text[i] === '{';
        break;
      case '}':
      case ']':
        stack.pop();
        isKeyNext = false;
        break;
      case ',':
        if (top?.keys) isKeyNext = true;
        else if (top) top.index++;
        break;
      case '"': {
        const end = closingQuote(text, i);
        if (isKeyNext && top?.keys) {
          top.key = JSON.parse(text.slice(i, end + 1)) as string;
          if (top.keys.has(top.key)) return { reason: 'duplicate-key', path: pathOf(stack), found: top.key };
          top.keys.add(top.key);
          isKeyNext = false;
        }
        i = end;
      }
    }
  }
  return undefined;
}

function closingQuote(text: string, open: number): number {
  let i = open + 1;
  while (text[i] !== '"') i += text[i] === '\\' ? 2 : 1;
  return i;
}

function pathOf(stack: readonly Frame[]): string {
  return stack.map(({ keys, key, index }, i) => (keys ? `${i === 0 ? '' : '.'}${key}` : `[${index}]`)).join('');
}

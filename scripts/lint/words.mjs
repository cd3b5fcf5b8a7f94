// A rule of the linter: words stand in the catalogue (packages/wording/src/en), not in JSX, in its attributes, or in what is thrown.
// Symbols, units, digits, keys and ids are no words.

/** attributes that hold no words for people */
const CODES =
  /^(className|id|d|key|type|to|href|src|rel|target|accept|role|name|htmlFor|style|transform|points|viewBox|fill|stroke\w*|cx|cy|r|rx|x[12]?|y[12]?|width|height|dx|dy|tone|side|align|kind|dimension|mode|value|defaultValue|scope|tabIndex|autoComplete|position|verdict|textAnchor|fontWeight|fontFamily|clipPath|pattern\w*|marker\w*|gradient\w*|vectorEffect|preserveAspectRatio|cursor|overflow|mask|filter|aria-(hidden|live|haspopup|current|sort|expanded|pressed|controls|describedby|labelledby|selected|atomic|disabled|modal|orientation)|data-[\w-]+|figure|address|check|where|of|part|unit|basis|objective|method|encType|dir|lang|spellCheck|inputMode|enterKeyHint|wrap|at|relative|end|start|sideOffset|collisionPadding|paintOrder|strokeLinecap|pointerEvents)$/;
/** what stands among words and is none: symbols of the trade, units, keys, names of formats and of the product */
const SYMBOLS =
  /\b(NPSH[AR]?|NPSH[AR]?3|BEP|Kvs?|Cv|F[LdPR]|FLP|SG|TDH|VFD|xFz?|Re|Rev|DN|NPS|PN|OD|kW|MWh|kWh|mm|bar|rpm|Hz|psi|kPa|gpm|ft|lb|kg|km|mi|dBA?|MB|KB|kB|px|CSV|SVG|PNG|JPEG|XLSX|PDF|JSON|Ctrl|Alt|Shift|Enter|Escape|Tab|Del|Esc|SI|US|ISO|IEC|ANSI|HI|API|ASME|Cedar Knot|cos|max|min|lin|log|sin|tan|Froude|Ns|Nss)\b/g;

/** a tag such as PI-411, or an address within the application */
const ID = /^(\/|[A-Z]{1,4}-?\d)/;

const isWord = (text) => !ID.test(text.trim()) && /[A-Za-zÀ-ÿ]{2,}/.test(text.replace(SYMBOLS, ' '));

/** the texts that an expression may come to, where they stand in it as they are */
function* texts(node) {
  switch (node?.type) {
    case 'Literal':
      if (typeof node.value === 'string') yield [node, node.value];
      return;
    case 'TemplateLiteral':
      yield [node, node.quasis.map((q) => q.value.cooked).join('0')];
      return;
    case 'ConditionalExpression':
      yield* texts(node.consequent);
      yield* texts(node.alternate);
      return;
    case 'LogicalExpression':
      yield* texts(node.right);
      if (node.operator !== '&&') yield* texts(node.left);
      return;
    case 'BinaryExpression':
      if (node.operator !== '+') return;
      yield* texts(node.left);
      yield* texts(node.right);
      return;
    case 'JSXExpressionContainer':
      yield* texts(node.expression);
  }
}

const MESSAGE = 'Words stand in the catalogue, packages/wording/src/en: "{{text}}".';

export const wordsInCatalogue = {
  meta: {
    type: 'problem',
    schema: [{ type: 'object', properties: { thrown: { type: 'boolean' } }, additionalProperties: false }],
  },
  create(context) {
    const report = (node, text) => context.report({ node, message: MESSAGE, data: { text: text.trim().slice(0, 60) } });
    const judge = (expression, isEnough = isWord) => {
      for (const [node, text] of texts(expression)) if (isEnough(text)) report(node, text);
    };
    return {
      JSXText: (node) => isWord(node.value) && report(node, node.value),
      JSXExpressionContainer: (node) => {
        if (node.parent.type === 'JSXElement' || node.parent.type === 'JSXFragment') judge(node);
      },
      JSXAttribute: (node) => {
        if (!CODES.test(node.name.name ?? '')) judge(node.value, (text) => isWord(text) && !/^[a-z][\w-]*$/.test(text));
      },
      ThrowStatement: (node) => {
        if (!context.options[0]?.thrown || node.argument?.type !== 'NewExpression') return;
        for (const argument of node.argument.arguments) judge(argument, (text) => /\p{L}{2,}\s+\p{L}{2,}/u.test(text));
      },
    };
  },
};

/** A word of the core is an object, which `said` of packages/wording turns into text: not a template, String, + or join. */
export const wordsSaid = {
  meta: {
    type: 'problem',
    schema: [],
    messages: { said: 'This is a word of the core: say it by said() of @cedar-knot/wording.' },
  },
  create(context) {
    const { program, getTypeAtLocation } = context.sourceCode.parserServices;
    const checker = program.getTypeChecker();
    const isWord = (type) =>
      type.isUnion()
        ? type.types.some(isWord)
        : (type.aliasSymbol ?? type.symbol)?.name === 'Word' && type.getProperty('word') !== undefined;
    const check = (node) => isWord(getTypeAtLocation(node)) && context.report({ node, messageId: 'said' });
    return {
      TemplateLiteral: (node) => node.expressions.forEach(check),
      "BinaryExpression[operator='+']": (node) => [node.left, node.right].forEach(check),
      "CallExpression[callee.name='String']": (node) => node.arguments.slice(0, 1).forEach(check),
      "CallExpression[callee.property.name='join']": ({ callee: { object } }) => {
        const of = getTypeAtLocation(object);
        const item = checker.getIndexTypeOfType(of, 1);
        if (item && isWord(item)) context.report({ node: object, messageId: 'said' });
      },
    };
  },
};

// What faults can be planted in a source: operators turned, edges moved, constants moved, branches, negations and calls dropped.
import { readFileSync } from 'node:fs';
import ts from 'typescript';

/** the same comparison with its edge on the other side */
const EDGE = { '<': '<=', '<=': '<', '>': '>=', '>=': '>' };

const TURNED = {
  '<': '>',
  '>': '<',
  '<=': '>',
  '>=': '<',
  '+': '-',
  '-': '+',
  '*': '/',
  '/': '*',
  '&&': '||',
  '||': '&&',
  '===': '!==',
  '!==': '===',
  '**': '*',
};

/**
 * Every fault that can be planted in a file: where, what stands there, what is put there.
 *
 * @param hasMeaning whether constants stand for something there: in what is drawn or kept most are measures of a layout
 */
export function faultsIn(file, { hasMeaning = true } = {}) {
  const text = readFileSync(file, 'utf8');
  const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true);
  const found = [];
  const plant = (node, put, kind) =>
    found.push({ file, text, start: node.getStart(source), end: node.getEnd(), put, kind, was: node.getText(source) });
  const visit = (node) => {
    if (ts.isTypeNode(node) || ts.isImportDeclaration(node) || ts.isInterfaceDeclaration(node) || ts.isTypeAliasDeclaration(node))
      return;
    if (isForReading(node)) return;
    if (ts.isBinaryExpression(node)) {
      // sums in a drawing are places on it
      const isPlace = !hasMeaning && file.endsWith('.tsx') && /^[-+*/]/.test(node.operatorToken.getText(source));
      const turned = isPlace ? undefined : TURNED[node.operatorToken.getText(source)];
      const isText = [node.left, node.right].some((x) => ts.isStringLiteralLike(x) || ts.isTemplateExpression(x));
      const isRounding = isSlack(node) || isSlack(node.left) || isSlack(node.right);
      if (turned && !isRounding && !(isText && ['+', '-'].includes(turned))) plant(node.operatorToken, turned, 'operator turned');
      const edge = EDGE[node.operatorToken.getText(source)];
      if (edge && !isRounding) plant(node.operatorToken, edge, 'edge moved');
    }
    if (ts.isPrefixUnaryExpression(node) && node.operator === ts.SyntaxKind.ExclamationToken)
      plant(node, node.operand.getText(source), 'negation dropped');
    if (isCalledForItsDoing(node)) plant(node.expression, 'void 0', 'call dropped');
    if (hasMeaning && ts.isNumericLiteral(node) && isMeant(node)) {
      const x = Number(node.text);
      plant(node, x === 0 ? '1' : String(x * 1.1), 'constant moved');
    }
    if (ts.isConditionalExpression(node)) plant(node, `(${node.whenFalse.getText(source)})`, 'branch dropped');
    if (ts.isIfStatement(node) && !node.elseStatement) plant(node.expression, 'false', 'branch dropped');
    ts.forEachChild(node, visit);
  };
  visit(source);
  return found;
}

/** a call, or one that is waited for, whose answer nobody takes */
function isCalledForItsDoing(node) {
  if (!ts.isExpressionStatement(node)) return false;
  const { expression } = node;
  const call = ts.isAwaitExpression(expression) || ts.isVoidExpression(expression) ? expression.expression : expression;
  // what is said in a log is read by people
  return ts.isCallExpression(call) && !/\b(?:logger|console|log)\b/.test(call.expression.getText());
}

/**
 * What is only read by people has its own tests: the workings recompute, the short forms have their table. What is only a start of an
 * iteration, and says so, changes the way and not the end.
 */
function isForReading(node) {
  if (ts.isFunctionDeclaration(node) && /only a start/.test(ts.getJSDocCommentsAndTags(node).map((d) => d.getText()).join())) return true; // prettier-ignore
  const type = ts.isVariableDeclaration(node) || ts.isFunctionDeclaration(node) ? (node.type?.getText() ?? '') : '';
  return /^(Piece|ShortForm|KeyedStep(\[\])?)$/.test(type);
}

/** `1 + 1e-9`: rounding that is allowed for */
function isSlack(node) {
  const at = ts.isParenthesizedExpression(node) ? node.expression : node;
  return ts.isBinaryExpression(at) && [at.left, at.right].some((x) => ts.isNumericLiteral(x) && Math.abs(Number(x.text)) < 1e-5);
}

/** a constant that stands for something: no index, no tolerance, no count of rounds, no bound of a field */
function isMeant(node) {
  const x = Number(node.text);
  const { parent } = node;
  if ((x !== 0 && Math.abs(x) < 1e-5) || isSlack(parent)) return false;
  if (ts.isElementAccessExpression(parent) || ts.isElementAccessExpression(parent.parent) || ts.isForStatement(parent.parent))
    return false;
  const holder = ts.isPrefixUnaryExpression(parent) ? parent.parent : parent;
  if (ts.isCallExpression(holder)) {
    const called = holder.expression.getText();
    const isWritten =
      /toPrecision|toFixed|slice|quantity|number|text|kv|elevation|length|bore|drop|flow|head|gauge|density|strength|fill/.test(
        called,
      );
    if (isWritten) return false;
  }
  const bound = ts.isPrefixUnaryExpression(parent) ? parent.parent : parent;
  if (ts.isPropertyAssignment(bound) && /^(min|max|least|most|profileSize)$/.test(bound.name.getText())) return false;
  return true;
}

// Finds prose where there should be none: core and server say what, `src/words` says how.
// A string with a space and a lower-case word is prose unless its type says that it is a key, or it stands where no person reads it.
import ts from 'typescript'

const ROOMS = /\/src\/(core|server)\//
/** Names of products, and where a figure comes from, are data. */
const DATA = new Set(['commonName', 'source'])
const LONGEST_KEY_WORDS = 6

const looksLikeProse = (text) => /\s/.test(text.trim()) && /(^|\s)[a-zà-ÿ]{2,}/.test(text)
const looksLikeSentence = (text) =>
  /[.!?:;]$/.test(text.trim()) || text.trim().split(/\s+/).length > LONGEST_KEY_WORDS

const config = ts.getParsedCommandLineOfConfigFile(
  'tsconfig.json',
  {},
  {
    ...ts.sys,
    onUnRecoverableConfigFileDiagnostic: (diagnostic) => {
      throw new Error(ts.flattenDiagnosticMessageText(diagnostic.messageText, '\n'))
    },
  },
)
const program = ts.createProgram(config.fileNames, config.options)
const types = program.getTypeChecker()

const textOf = (node) => {
  if (ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node)) return node.text
  if (ts.isTemplateExpression(node))
    return [node.head.text, ...node.templateSpans.map(({ literal }) => literal.text)].join('…')
  return undefined
}

/** Only literals: the type of a key. */
const isKeyType = (type) =>
  type !== undefined &&
  (type.isUnion()
    ? type.types.every((one) => isKeyType(one) || (one.flags & ts.TypeFlags.Undefined) !== 0)
    : (type.flags &
        (ts.TypeFlags.StringLiteral |
          ts.TypeFlags.TemplateLiteral |
          ts.TypeFlags.Null |
          ts.TypeFlags.Undefined)) !==
      0)

const isConstant = (node) => {
  for (let at = node.parent; at; at = at.parent) {
    if (ts.isAsExpression(at) && at.type.getText() === 'const') return true
    if (ts.isStatement(at)) return false
  }
  return false
}

const isUnread = (node) => {
  for (let at = node; at.parent; at = at.parent) {
    const { parent } = at
    if (ts.isTypeNode(parent) || ts.isImportDeclaration(parent) || ts.isExportDeclaration(parent))
      return true
    if (ts.isThrowStatement(parent)) return true
    if (ts.isCallExpression(parent) && /^console\./.test(parent.expression.getText())) return true
    if (ts.isPropertyAssignment(parent)) {
      if (parent.name === at) return true
      if (DATA.has(parent.name.getText())) return true
    }
    if (ts.isStatement(parent)) return false
  }
  return false
}

const isCompared = ({ parent }) =>
  ts.isCaseClause(parent) ||
  ts.isElementAccessExpression(parent) ||
  (ts.isBinaryExpression(parent) &&
    /^(===|!==|in)$/.test(ts.tokenToString(parent.operatorToken.kind) ?? ''))

const found = []
for (const file of program.getSourceFiles()) {
  if (!ROOMS.test(file.fileName)) continue
  const look = (node) => {
    const text = textOf(node)
    if (text !== undefined && looksLikeProse(text) && !isUnread(node) && !isCompared(node)) {
      const isKey =
        !looksLikeSentence(text) && (isConstant(node) || isKeyType(types.getContextualType(node)))
      if (!isKey) {
        const { line } = file.getLineAndCharacterOfPosition(node.getStart())
        found.push(`${file.fileName.replace(`${process.cwd()}/`, '')}:${line + 1} ${text}`)
      }
    }
    ts.forEachChild(node, look)
  }
  look(file)
}

for (const one of found) console.log(one)
console.log(`${found.length} sentences in core and server.`)
process.exit(found.length > 0 ? 1 : 0)

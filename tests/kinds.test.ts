import { join, relative } from 'node:path'
import ts from 'typescript'

const root = process.cwd()
const TABLE = join('core', 'plan', 'kinds.ts')

/** Every file of ours that is not a test, with its types. */
function program(): ts.Program {
  const config = ts.readConfigFile('tsconfig.json', (path) => ts.sys.readFile(path))
  const { fileNames, options } = ts.parseJsonConfigFileContent(config.config, ts.sys, root)
  const ours = /^(app|cli|core|field|schema|store)\//
  return ts.createProgram({
    rootNames: fileNames.filter((name) => ours.test(relative(root, name)) && !/\.test\.tsx?$/.test(name)),
    options,
  })
}

const isEquality = (kind: ts.SyntaxKind): boolean =>
  kind === ts.SyntaxKind.EqualsEqualsEqualsToken || kind === ts.SyntaxKind.ExclamationEqualsEqualsToken

/** What a piece of code compares, if anything: both sides of an equality, what a switch is on, what a set is asked for. */
function compared(node: ts.Node): ts.Expression[] {
  if (ts.isBinaryExpression(node) && isEquality(node.operatorToken.kind)) return [node.left, node.right]
  if (ts.isSwitchStatement(node)) return [node.expression]
  const isQuestion =
    ts.isCallExpression(node) &&
    ts.isPropertyAccessExpression(node.expression) &&
    ['has', 'includes', 'indexOf'].includes(node.expression.name.text)
  return isQuestion ? [...node.arguments] : []
}

test('nothing but the table knows the kinds of device: no comparison of a kind elsewhere', () => {
  const made = program()
  const checker = made.getTypeChecker()
  const isKind = (node: ts.Expression) => checker.getTypeAtLocation(node).aliasSymbol?.name === 'DeviceKind'
  const found: string[] = []
  const look = (file: ts.SourceFile, node: ts.Node): void => {
    if (compared(node).some(isKind)) {
      const { line } = file.getLineAndCharacterOfPosition(node.getStart())
      found.push(`${relative(root, file.fileName)}:${line + 1} ${node.getText().split('\n')[0]}`)
    }
    ts.forEachChild(node, (child) => look(file, child))
  }
  for (const file of made.getSourceFiles())
    if (!file.fileName.includes('node_modules') && relative(root, file.fileName) !== TABLE) look(file, file)
  expect(found).toEqual([])
}, 120_000)

import { readFileSync, readdirSync } from 'node:fs'
import path from 'node:path'
import ts from 'typescript'

/** A text that somebody may read, with where it stands in the sources. */
export type UiText = { readonly file: string; readonly line: number; readonly text: string }

/** Attributes of elements that nobody reads. */
const SILENT = /^(className|href|id|key|type|d|viewBox|fill|stroke|role|data-.*|style|htmlFor|transform|name|method)$/
const WORDY = /[a-z]{2,}[,.;:]? [a-z(]|^[A-Z][a-z]+/

/** Every text of the sources that looks like words: what stands between tags, in attributes that are read, in strings. */
export function uiTexts(folder: string): UiText[] {
  return readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .filter((f) => /\.tsx?$/.test(f) && !/\.test\.|\.schema\.|testing\//.test(f))
    .flatMap((f) => textsOf(path.join(folder, f)))
}

function textsOf(file: string): UiText[] {
  const source = ts.createSourceFile(file, readFileSync(file, 'utf8'), ts.ScriptTarget.Latest, true)
  const found: UiText[] = []
  const say = (node: ts.Node, text: string) => {
    const said = text.replace(/\s+/g, ' ').trim()
    if (said) found.push({ file, line: source.getLineAndCharacterOfPosition(node.getStart()).line + 1, text: said })
  }
  const visit = (node: ts.Node): void => {
    if (ts.isImportDeclaration(node) || ts.isExportDeclaration(node) || ts.isTypeNode(node)) return
    if (ts.isJsxAttribute(node) && SILENT.test(node.name.getText())) return
    if (ts.isJsxText(node)) {
      // A mark that joins what stands before and after it is read too.
      if (/[A-Za-z]{2}|^;/.test(node.text)) say(node, node.text)
    } else if (ts.isTemplateExpression(node)) {
      const bare = [node.head.text, ...node.templateSpans.map((s) => s.literal.text)].join(' … ')
      if (WORDY.test(bare)) say(node, bare)
      node.templateSpans.forEach((s) => visit(s.expression))
    } else if (ts.isStringLiteralLike(node)) {
      // A name of a kind stands before a colon or is compared: it is no sentence.
      if (WORDY.test(node.text) && !/(^| )(flex|grid|px-|py-|text-|border|rounded|gap-|mt-|w-)/.test(node.text)) say(node, node.text)
    } else ts.forEachChild(node, visit)
  }
  visit(source)
  return found
}

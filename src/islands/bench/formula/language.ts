import { HighlightStyle, LRLanguage, syntaxHighlighting } from '@codemirror/language';
import { styleTags, tags } from '@lezer/highlight';
import { parser } from '../../../core/formulas';

/** The grammar of the engine, with inks for its parts. */
export const formulaLanguage = LRLanguage.define({
  name: 'formula',
  parser: parser.configure({ props: [styleTags({
    Number: tags.number, Text: tags.string, Colour: tags.color, Comment: tags.comment, 'let true false': tags.keyword, WordOperator: tags.operatorKeyword, Operator: tags.operator, Compare: tags.operator,
    'Call/Name': tags.function(tags.variableName), 'Definition/Name': tags.definition(tags.variableName), 'Member/Name Member/QuotedName': tags.propertyName, Name: tags.variableName, QuotedName: tags.variableName, '@': tags.operator,
  })] }),
  languageData: { commentTokens: { line: '//' }, closeBrackets: { brackets: ['(', '[', '"', "'"] } },
});

const inks = HighlightStyle.define([
  // Numbers can be dragged: they say so under the pointer.
  { tag: tags.number, color: '#e2ab52', class: 'cm-dragged' }, { tag: tags.string, color: '#a3c76d' }, { tag: tags.color, color: '#a3c76d' }, { tag: tags.comment, color: '#8b8a78', fontStyle: 'italic' },
  { tag: [tags.keyword, tags.operatorKeyword], color: '#ece7da', fontWeight: '600' }, { tag: tags.operator, color: '#a8a796' }, { tag: tags.function(tags.variableName), color: '#c9a8d6' },
  { tag: tags.definition(tags.variableName), color: '#ece7da', fontWeight: '600' }, { tag: tags.propertyName, color: '#74b3bd' }, { tag: tags.variableName, color: '#ece7da' },
]);

export const formulaInks = syntaxHighlighting(inks);

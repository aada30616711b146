import { fromMarkdown } from 'mdast-util-from-markdown';
import type { Content } from 'pdfmake/interfaces';

type Node = ReturnType<typeof fromMarkdown>['children'][number] | Inline;
type Inline = Extract<ReturnType<typeof fromMarkdown>['children'][number], { type: 'paragraph' }>['children'][number];

/** Markdown as it is printed: paragraphs, lists, headings, bold and slanted words. Pictures stand below it, links are their words. */
export const markdownOnPaper = (markdown: string): Content[] => fromMarkdown(markdown).children.flatMap(block);

function block(node: Node): Content[] {
  switch (node.type) {
    case 'paragraph':
      return [{ text: node.children.flatMap(inline), margin: [0, 2, 0, 2] }];
    case 'heading':
      return [{ text: node.children.flatMap(inline), bold: true, margin: [0, 4, 0, 2] }];
    case 'list': {
      const items = node.children.map((item): Content => ({ stack: item.children.flatMap(block) }));
      return [node.ordered ? { ol: items } : { ul: items }];
    }
    case 'blockquote':
      return [{ stack: node.children.flatMap(block), margin: [10, 0, 0, 0] }];
    case 'code':
      return [{ text: node.value, margin: [0, 2, 0, 2] }];
    default:
      return [];
  }
}

function inline(node: Inline): Content[] {
  switch (node.type) {
    case 'text':
    case 'inlineCode':
      return [{ text: node.value }];
    case 'strong':
      return [{ text: node.children.flatMap(inline), bold: true }];
    case 'emphasis':
      return [{ text: node.children.flatMap(inline), italics: true }];
    case 'link':
      return node.children.flatMap(inline);
    case 'break':
      return ['\n'];
    default:
      return [];
  }
}

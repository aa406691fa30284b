/** A role that text plays, and the selector that sets it. */
export interface Role {
  readonly selector: string
  readonly name: string
  /** Read out where no page has any: what such text looks like. */
  readonly example: string
}

export const ROLES: readonly Role[] = [
  { selector: 'body', name: 'Base text', example: 'Five boats leave at noon.' },
  { selector: 'h1', name: 'Heading 1', example: 'Five boats at noon' },
  { selector: 'h2', name: 'Heading 2', example: 'Five boats at noon' },
  { selector: 'h3', name: 'Heading 3', example: 'Five boats at noon' },
  { selector: 'h4', name: 'Heading 4', example: 'Five boats at noon' },
  { selector: 'h5', name: 'Heading 5', example: 'Five boats at noon' },
  { selector: 'h6', name: 'Heading 6', example: 'Five boats at noon' },
  { selector: 'p', name: 'Paragraph', example: 'Five boats leave at noon.' },
  { selector: 'small', name: 'Small print', example: 'Children under four travel free.' },
  { selector: 'figcaption', name: 'Caption', example: 'The quay at low water' },
  { selector: 'blockquote', name: 'Quote', example: 'Never a calmer crossing.' },
  { selector: 'code', name: 'Code', example: 'boat = noon' },
  { selector: 'button', name: 'Button', example: 'Send' },
  { selector: 'table', name: 'Table', example: '12:00 Quay 2' },
  { selector: 'input', name: 'Form field', example: 'name@example.org' },
]

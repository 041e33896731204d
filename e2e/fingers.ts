import type { Page } from '@playwright/test'

/** Counts what a rep's fingers do: keys pressed, free text typed into fields, pages seen. */
export class Fingers {
  keys = 0
  entries = 0
  characters = 0
  readonly pages = new Set<string>()

  constructor(private readonly page: Page) {
    page.on(
      'framenavigated',
      (frame) => frame === page.mainFrame() && this.pages.add(new URL(frame.url()).pathname.replace(/\d+/, 'N')),
    )
  }

  async press(key: string): Promise<void> {
    this.keys++
    await this.page.keyboard.press(key)
  }

  /** Free text, counted apart from keystrokes that only move things on. */
  async type(text: string): Promise<void> {
    this.entries++
    this.characters += text.length
    await this.page.keyboard.type(text)
  }

  /** What it came to, for the record. */
  words(job: string): string {
    const { keys, entries, characters, pages } = this
    return `    ${job}: ${keys} keystrokes, ${entries} field entries (${characters} characters of free text), ${pages.size} pages: ${[...pages].join(' ')}`
  }
}

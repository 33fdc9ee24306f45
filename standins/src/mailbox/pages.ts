import type { ReceivedMessage } from './mailbox.ts'

const STYLE = `
  body { font: 16px/1.5 system-ui, sans-serif; margin: 2rem auto; max-width: 46rem; padding: 0 1rem; color: #22302b; background: #f2f4f6 }
  h1 { font-size: 1.3rem } a { color: #3f5f7f } table { width: 100%; border-collapse: collapse; background: #fff }
  td, th { text-align: left; padding: .5rem .75rem; border-bottom: 1px solid #dde3e8; vertical-align: top }
  pre { white-space: pre-wrap; overflow-wrap: anywhere; font: inherit; background: #fff; padding: 1rem 1.25rem; border: 1px solid #dde3e8 }
  dl { display: grid; grid-template-columns: auto 1fr; gap: .2rem 1rem } dt { color: #5d6a63 } dd { margin: 0 }
`

function escape(text: string): string {
  const entities: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;', "'": '&#39;' }
  return text.replaceAll(/[&<>"']/g, (character) => entities[character] ?? character)
}

/** @param refreshSeconds asks for the page again by itself, for a list to which messages come. */
function page(title: string, body: string, refreshSeconds?: number): string {
  const refresh = refreshSeconds === undefined ? '' : `<meta http-equiv="refresh" content="${refreshSeconds}">`
  const head = `<meta charset="utf-8">${refresh}<meta name="viewport" content="width=device-width"><title>${escape(title)}</title>`
  return `<!doctype html><html lang="en"><head>${head}<style>${STYLE}</style></head><body>${body}</body></html>`
}

export function listPage(messages: readonly ReceivedMessage[]): string {
  const rows = messages.map(
    (one) =>
      `<tr><td>${escape(one.to)}</td><td><a href="/messages/${one.id}">${escape(one.subject)}</a></td><td>${one.receivedAt.toISOString().slice(11, 16)} UTC</td></tr>`,
  )
  const table = `<table><thead><tr><th>To</th><th>Subject</th><th>Came at</th></tr></thead><tbody>${rows.join('')}</tbody></table>`
  const body = messages.length > 0 ? table : '<p>No message has come yet.</p>'
  return page(
    'Mailbox',
    `<h1>Everybody’s mailbox</h1><p>A stand-in: mail sent on this machine ends here.</p>${body}`,
    3,
  )
}

export function messagePage(message: ReceivedMessage): string {
  const text = escape(message.text).replaceAll(/https?:\/\/[^\s<]+/g, (link) => `<a href="${link}">${link}</a>`)
  const facts = `<dl><dt>From</dt><dd>${escape(message.from)}</dd><dt>To</dt><dd>${escape(message.to)}</dd></dl>`
  return page(
    message.subject,
    `<p><a href="/">All messages</a></p><h1>${escape(message.subject)}</h1>${facts}<pre>${text}</pre>`,
  )
}

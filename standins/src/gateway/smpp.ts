/** What we use of the package `smpp`, which comes without types. */
export interface Pdu extends Record<string, unknown> {
  command_status: number
  response(fields?: Record<string, unknown>): Pdu
}

export interface Session {
  on(event: string, hear: (pdu: Pdu) => void): void
  send(pdu: Pdu): void
  close(): void
  destroy(): void
}

export interface Smpp {
  createServer(hear: (session: Session) => void): unknown
  ESME_RBINDFAIL: number
  ESME_RINVDSTADR: number
}

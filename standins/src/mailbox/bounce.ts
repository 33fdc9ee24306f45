/** Addresses at which nobody is: their local part begins so, and what is sent there comes back. */
const NOBODY = /^nobody[.\-+@]/i

export function comesBack(address: string): boolean {
  return NOBODY.test(address)
}

/** A delivery status notification that a message failed for good (RFC 3464), as a mail server sends it. */
export function bounceMessage(from: string, to: string, messageId: string): string {
  const boundary = `report-${Date.now()}-${Math.random().toString(36).slice(2)}`
  return [
    'From: Mail Delivery <postmaster@mailbox.example>',
    `To: <${from}>`,
    'Subject: Undelivered mail',
    'MIME-Version: 1.0',
    'Auto-Submitted: auto-replied',
    `Content-Type: multipart/report; report-type=delivery-status; boundary="${boundary}"`,
    '',
    `--${boundary}`,
    'Content-Type: text/plain; charset=utf-8',
    '',
    `There is nobody called ${to} here.`,
    '',
    `--${boundary}`,
    'Content-Type: message/delivery-status',
    '',
    'Reporting-MTA: dns; mailbox.example',
    '',
    `Final-Recipient: rfc822; ${to}`,
    'Action: failed',
    'Status: 5.1.1',
    'Diagnostic-Code: smtp; 550 5.1.1 There is no such mailbox here',
    '',
    `--${boundary}`,
    'Content-Type: text/rfc822-headers',
    '',
    `Message-ID: ${messageId}`,
    `To: ${to}`,
    '',
    `--${boundary}--`,
    '',
  ].join('\r\n')
}

// Written by `npm run generated` from ../en/confirm.json.
export interface ConfirmMessages {
  'confirm.apply': null
  'confirm.many': { count: number }
  'confirm.with-parts': { verb: string | number; parts: string | number }
  'confirm.places': { count: number }
  'confirm.after-accept': { count: number }
  'confirm.gained': { count: number }
  'confirm.lost': { count: number }
  'confirm.seats': { count: number }
  'confirm.seats-empty': { count: number }
  'confirm.name-approvers': null
  'confirm.invite': null
  'confirm.withdraw': null
  'confirm.admit': null
  'confirm.resend': null
  'confirm.remind': null
  'confirm.make-link': null
  'confirm.cut-link': null
  'confirm.correct-address': null
  'confirm.refuse-entry': null
  'confirm.change-settings': null
  'confirm.allot-seats': null
  'confirm.give': null
  'confirm.take': null
  'confirm.leave': null
  'confirm.make-place': null
  'confirm.settle-request': null
  'confirm.share-statement': null
  'confirm.cut-share': null
  'confirm.keep-apart': null
  'confirm.stop-apart': null
  'confirm.make-packet': null
  'confirm.change-packet': null
  'confirm.remove-packet': null
  'confirm.remove-group': null
  'confirm.withdraw-request': null
  'confirm.lay-out': null
  'confirm.rename-place': null
  'confirm.make-role': null
  'confirm.change-role': null
  'confirm.retire-role': null
  'confirm.move-place': null
  'confirm.make-group': null
  'confirm.change-group': null
  'confirm.join-group': null
  'confirm.quit-group': null
  'confirm.change-person': null
  'confirm.name-signatory': null
  'confirm.plan-docket': null
  'confirm.hand-over': null
  'confirm.put-down-planned': null
  'confirm.change-departure': null
  'confirm.put-down-departure': null
  'confirm.run-departure': null
  'confirm.settle-step': null
  'confirm.go-away': null
  'confirm.grant-away': null
  'confirm.put-down-away': null
  'confirm.come-back': null
  'confirm.bring-back': null
  'confirm.connect-product': null
  'confirm.disconnect-product': null
  'confirm.erase': null
  'confirm.undo': null
  'confirm.give-seat': null
  'confirm.amend-offer': null
  'confirm.change-keys': null
  'confirm.plan-departure-later': null
  'confirm.plan-departure-now': null
  'confirm.wall-place-yes': null
  'confirm.wall-place-no': null
  'confirm.archive-place-yes': null
  'confirm.archive-place-no': null
  'confirm.end-seat': null
  'confirm.change-seat': null
  'confirm.make-field': null
  'confirm.change-field': null
  'confirm.own-record': null
  'confirm.own-email': null
  'confirm.accept': null
  'confirm.decline': null
  'confirm.come-by': null
  'confirm.ask-for': null
  'confirm.import-sheet': null
  'confirm.subscribe': null
  'confirm.enter-stock': null
  'confirm.fit-place': null
  'confirm.unfit-place': null
  'confirm.answer-handover': null
  'confirm.ask-away': null
  'confirm.make-firm': null
  'confirm.rename-firm': null
  'confirm.merge-firms': null
  'confirm.archive-firm': null
  'confirm.restore-firm': null
  'confirm.keep-product': null
  'confirm.confirm-account': null
  'confirm.note-accounts': null
  'confirm.note-list': null
  'confirm.record-person': null
  'confirm.join-people': null
  'confirm.ask-to-record': null
  'confirm.settle-records': null
  'confirm.make-shared-login': null
  'confirm.change-shared-login': null
  'confirm.end-shared-login': null
  'confirm.confirm-password': null
  'confirm.tell-apart': null
  'confirm.correct-name': null
  'confirm.invite-to-sign-in': null
  'confirm.close-nobodys': null
  'confirm.forget-accounts': null
  'confirm.rename-link': null
}

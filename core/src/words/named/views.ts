// Written by `npm run generated` from ../en/views.json.
export interface ViewsMessages {
  'views.from-outside': null
  'views.reports-to': { person: string | number }
  'views.without-manager': null
  'views.without-seat': null
  'views.without-end': null
  'views.came-back': null
  'views.last-day-passed': null
  'views.my-reports': null
  'views.places': { level: string; places: string | number }
  'views.your-own': null
  'views.your-own-and-your-peoples': null
  'views.add-clients-and-see-no-other-client': null
  'views.once-approved': { sentence: string | number; whose: string | number }
  'views.once-approved-2': { what: string | number }
  'views.is': { known: string | number; name: string | number }
  'views.and': null
  'views.or': null
  'views.who-they-are': null
  'views.1-area': { highest: string; size: number }
  'views.who-can-at': { level: string; hasArea: boolean; area: string | number; place: string | number; count: string | number }
  'views.end-access-now': { name: string | number }
  'views.end-all-access-now-and-hand-over-what': null
  'views.last-day': { date: string | number }
  'views.leaving-this-month': { count: string | number }
  'views.access-of-at': { person: string | number; place: string | number }
  'views.no-access-there': null
  'views.open-to-see-why-not': null
  'views.at': { role: string | number; place: string | number }
  'views.through-something-you-do-not-have-the-right': null
  'views.what-can-do-at-nothing': { person: string | number; place: string | number; isNothing: boolean }
  'views.from-outside-with-access-at': { place: string | number }
  'views.beneath-it': null
  'views.people-with-the-role': { best: string | number }
  'views.people-in-the-group': { best: string | number }
  'views.people-from-the-firm': { best: string | number }
  'views.people-with-a-in': { best: string | number; detail: string | number }
  'views.people-with-access-at': { place: string | number }
  'views.invited-by': { who: string | number }
  'views.no-use-reported-for-days': { days: string | number }
  'views.is-already-retired': { role: string | number }
  'views.is-retired-choose-another-role': { role: string | number }
  'views.a-group': null
  'views.every': { subjectId: string }
  'views.needs-a-seat-that-allows-it': null
  'views.held-back-by-the-seat': null
  'views.the-office-knows': null
  'views.more-with-approval': null
  'views.own-only': null
  'views.no-access-at-the-moment': null
  'views.after-they-accept': null
  'views.a-month': { money: string | number }
  'views.it-can-be-done-now-add-it-to': null
  'views.the-reason-is-shown-to-the-person-who': null
  'views.at-2': { area: string | number; level: string; place: string | number }
  'views.you-cannot-grant-your-own-request': null
  'views.by': { date: string | number }
  'views.people-start': { count: number; number: string | number }
  'views.people-are-waiting-to-be-admitted': { count: number; number: string | number }
  'views.people-have-their-last-day': { count: number; number: string | number }
  'views.nobody-starts-waits-or-has-a-last-day': null
  'views.1-person-from': { count: number; productName: string | number }
  'views.from': { first: string | number }
  'views.to': { first: string | number; date: string | number }
  'views.a-role': null
  'views.take-away': null
  'views.the-group': null
  'views.remove-from': { group: string | number }
  'views.no-email': null
  'views.and-2': { address: string | number; address2: string | number }
  'views.their-own': null
  'views.the-office-knows-the-prices': null
  'views.staff-with': { name: string | number }
  'views.from-outside-with': { name: string | number }
  'views.write-what-the-product-is-called': null
  'views.add-at-least-one-seat-type': null
  'views.as-described': null
  'views.client-contacts': null
  'views.no-firm': null
  'views.no-manager': null
  'views.no-group': null
  'views.a-group-that-has-gone': null
  'views.seats': { name: string | number }
  'views.took-of': { who: string | number; seat: string | number; of: string | number; tail: string | number }
  'views.gave-up-of': { who: string | number; seat: string | number; of: string | number; tail: string | number }
  'views.moved-from-to-of': { who: string | number; from: string | number; to: string | number; of: string | number; tail: string | number }
  'views.the-price-of-of-is-another-for': { to: string | number; of: string | number; who: string | number }
  'views.more-or-fewer-days-of-of-count-for': { to: string | number; of: string | number; who: string | number }
  'views.of-was-bought': { to: string | number; of: string | number }
  'views.no-of-is-bought-again': { from: string | number; of: string | number }
  'views.of-switched-on-at': { to: string | number; of: string | number; places: string | number }
  'views.is-on-at-other-places-than-before': { of: string | number }
  'views.more-or-less-of-of-was-used-beyond': { to: string | number; of: string | number }
  'views.something-of-came-late-for-an-earlier-month': { of: string | number; money: string | number }
  'views.nobody-counts-for-any-more': { productName: string | number }
  'views.with': { who: string | number; tail: string | number }
  'views.the-team-price-of-is-another': { productName: string | number }
  'views.is-charged-for-a': { productName: string | number; size: string | number; because: string | number }
  'views.and-more': { list: string | number; count: string | number }
  'views.and-3': { list: string | number; at: string | number }
  'views.everywhere-but': { list: string | number }
  'views.passes-walls': null
  'views.staff': null
  'views.contractors': null
  'views.membership': null
  'views.firm': null
  'views.a-seat': { article: string | number; name: string | number }
  'views.number': { count: number }
}

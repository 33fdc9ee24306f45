import type { PersonSheetView } from '@lodge/core'
import { shortDate } from './dates.ts'
import { fieldDate, meaningOf } from './typed-date.ts'

/** A line at the head of a sheet. */
export interface Fact {
  name: string
  text: string
  aside?: string
  to?: object | undefined
  /** What of the record the line is; left out, it is not changed here. */
  field?: string | undefined
}

interface Said {
  t: (key: string) => string
  locale: string
  today: string
  mayEdit: boolean
  /** The field whose line is being edited. */
  editing: string
}

/** What there is to know at once: who they are here, until when, to whom they report, how they are reached. */
export function personFacts(one: PersonSheetView, { t, locale, today, mayEdit, editing }: Said): Fact[] {
  const kind = t(`kind.${one.kind}`)
  const standing = one.standing && t(`standing.${one.standing}`)
  const from = shortDate(one.from, today)
  const managerId = one.record?.managerId
  const none = mayEdit ? t('record.none') : null
  const edit = (field: string) => (mayEdit ? field : undefined)
  const all: (Omit<Fact, 'text'> & { text: string | null | undefined })[] = [
    ...(editing === 'name' ? [{ name: t('record.name'), text: one.name, field: 'name' }] : []),
    {
      name: t('record.employer'),
      text: one.employer ?? kind,
      aside: one.employer ? kind : '',
      field: edit('employer'),
    },
    {
      name: t('record.standing'),
      text: standing && (one.signatory ? `${standing}, ${t('person.signatory')}` : standing),
      aside: one.standing ? t(`standingAbout.${one.standing}`) : '',
      field: edit('standing'),
    },
    { name: t('person.since'), text: from },
    {
      name: t('record.until'),
      text: one.until ? fieldDate(one.until, locale) : none,
      aside: one.until ? meaningOf(one.until, today, locale) : '',
      field: edit('until'),
    },
    {
      name: t('person.reportsTo'),
      text: one.manager ?? none,
      field: edit('manager'),
      to: managerId ? { name: 'people', params: { personId: managerId } } : undefined,
    },
    { name: t('invite.email'), text: one.email },
    { name: t('record.phone'), text: one.record?.phone, field: edit('phone') },
    { name: t('record.reference'), text: one.record?.reference, field: edit('reference') },
    ...(one.record?.fields ?? []).map(({ id, name, values, valueId, text }) => ({
      ...{ name, field: edit(`field ${id}`) },
      text: values.find((value) => value.id === valueId)?.name ?? text,
    })),
  ]
  return all.flatMap((fact) => (fact.text ? [{ ...fact, text: fact.text }] : []))
}

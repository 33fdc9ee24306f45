// Written by `npm run generated` from the catalogues beside it.
import type { AccessMessages } from './named/access.ts'
import type { AccountMessages } from './named/account.ts'
import type { ChecksMessages } from './named/checks.ts'
import type { CommandLineMessages } from './named/command-line.ts'
import type { ConfirmMessages } from './named/confirm.ts'
import type { DocketMessages } from './named/docket.ts'
import type { DoorMessages } from './named/door.ts'
import type { EngineMessages } from './named/engine.ts'
import type { FilesMessages } from './named/files.ts'
import type { HttpMessages } from './named/http.ts'
import type { LeavingMessages } from './named/leaving.ts'
import type { OffersMessages } from './named/offers.ts'
import type { PeopleMessages } from './named/people.ts'
import type { PlacesMessages } from './named/places.ts'
import type { ProductsMessages } from './named/products.ts'
import type { ProtocolsMessages } from './named/protocols.ts'
import type { RequestsMessages } from './named/requests.ts'
import type { RulesMessages } from './named/rules.ts'
import type { SeatsMessages } from './named/seats.ts'
import type { ServerMessages } from './named/server.ts'
import type { SettingsMessages } from './named/settings.ts'
import type { SignInMessages } from './named/sign-in.ts'
import type { StoreMessages } from './named/store.ts'
import type { TimeMessages } from './named/time.ts'
import type { UndoMessages } from './named/undo.ts'
import type { ViewsMessages } from './named/views.ts'
import type { WorkMessages } from './named/work.ts'

/** What each message names; null where it names nothing. */
export interface Messages
  extends AccessMessages,
    AccountMessages,
    ChecksMessages,
    CommandLineMessages,
    ConfirmMessages,
    DocketMessages,
    DoorMessages,
    EngineMessages,
    FilesMessages,
    HttpMessages,
    LeavingMessages,
    OffersMessages,
    PeopleMessages,
    PlacesMessages,
    ProductsMessages,
    ProtocolsMessages,
    RequestsMessages,
    RulesMessages,
    SeatsMessages,
    ServerMessages,
    SettingsMessages,
    SignInMessages,
    StoreMessages,
    TimeMessages,
    UndoMessages,
    ViewsMessages,
    WorkMessages {}

import { relations } from 'drizzle-orm'
import { guideOffer, guideRun } from './bid'
import { gateAlert, gateOverride } from './carrier'
import { document } from './document'
import { partner } from './exchange'
import { load, stop } from './load'
import { charge, loadLink, note, reference, repShare } from './load-parts'
import { confirmation, offer, posting, proposal } from './offer'
import { carrier, customer, facility } from './party'
import { user } from './person'
import { quote, quoteLine } from './quote'
import { loadPartner, stopEvent } from './tender'
import { message } from './wire'

/** What belongs to a load, so that its page is read in one statement. */
export const loadRelations = relations(load, ({ one, many }) => ({
  customer: one(customer, { fields: [load.customerId], references: [customer.id] }),
  payer: one(customer, { relationName: 'payer', fields: [load.payerId], references: [customer.id] }),
  rep: one(user, { fields: [load.repId], references: [user.id] }),
  dispatcher: one(user, { relationName: 'dispatcher', fields: [load.dispatcherId], references: [user.id] }),
  repShares: many(repShare),
  links: many(loadLink),
  documents: many(document),
  carrier: one(carrier, { fields: [load.carrierId], references: [carrier.id] }),
  quoteLine: one(quoteLine, { fields: [load.quoteLineId], references: [quoteLine.id] }),
  stops: many(stop),
  charges: many(charge),
  references: many(reference),
  notes: many(note),
  offers: many(offer),
  proposals: many(proposal),
  postings: many(posting),
  confirmations: many(confirmation),
  messages: many(message),
  stopEvents: many(stopEvent),
  alerts: many(gateAlert),
  overrides: many(gateOverride),
  guideRun: one(guideRun, { fields: [load.id], references: [guideRun.loadId] }),
  guideOffers: many(guideOffer),
  joined: one(loadPartner, { fields: [load.id], references: [loadPartner.loadId] }),
}))

export const stopRelations = relations(stop, ({ one }) => ({
  load: one(load, { fields: [stop.loadId], references: [load.id] }),
  facility: one(facility, { fields: [stop.facilityId], references: [facility.id] }),
}))

export const offerRelations = relations(offer, ({ one }) => ({
  load: one(load, { fields: [offer.loadId], references: [load.id] }),
  carrier: one(carrier, { fields: [offer.carrierId], references: [carrier.id] }),
}))

export const guideOfferRelations = relations(guideOffer, ({ one }) => ({
  load: one(load, { fields: [guideOffer.loadId], references: [load.id] }),
  carrier: one(carrier, { fields: [guideOffer.carrierId], references: [carrier.id] }),
}))

export const proposalRelations = relations(proposal, ({ one }) => ({
  load: one(load, { fields: [proposal.loadId], references: [load.id] }),
  carrier: one(carrier, { fields: [proposal.carrierId], references: [carrier.id] }),
}))

export const loadPartnerRelations = relations(loadPartner, ({ one }) => ({
  partner: one(partner, { fields: [loadPartner.partnerId], references: [partner.id] }),
}))

export const chargeRelations = relations(charge, ({ one }) => ({
  load: one(load, { fields: [charge.loadId], references: [load.id] }),
}))
export const referenceRelations = relations(reference, ({ one }) => ({
  load: one(load, { fields: [reference.loadId], references: [load.id] }),
}))
export const repShareRelations = relations(repShare, ({ one }) => ({
  load: one(load, { fields: [repShare.loadId], references: [load.id] }),
  user: one(user, { fields: [repShare.userId], references: [user.id] }),
}))
export const loadLinkRelations = relations(loadLink, ({ one }) => ({
  load: one(load, { fields: [loadLink.loadId], references: [load.id] }),
}))
export const documentRelations = relations(document, ({ one }) => ({
  load: one(load, { fields: [document.loadId], references: [load.id] }),
}))
export const noteRelations = relations(note, ({ one }) => ({
  load: one(load, { fields: [note.loadId], references: [load.id] }),
}))
export const postingRelations = relations(posting, ({ one }) => ({
  load: one(load, { fields: [posting.loadId], references: [load.id] }),
}))
export const confirmationRelations = relations(confirmation, ({ one }) => ({
  load: one(load, { fields: [confirmation.loadId], references: [load.id] }),
}))
export const messageRelations = relations(message, ({ one }) => ({
  load: one(load, { fields: [message.loadId], references: [load.id] }),
}))
export const stopEventRelations = relations(stopEvent, ({ one }) => ({
  load: one(load, { fields: [stopEvent.loadId], references: [load.id] }),
}))
export const alertRelations = relations(gateAlert, ({ one }) => ({
  load: one(load, { fields: [gateAlert.loadId], references: [load.id] }),
}))
export const overrideRelations = relations(gateOverride, ({ one }) => ({
  load: one(load, { fields: [gateOverride.loadId], references: [load.id] }),
}))

export const quoteLineRelations = relations(quoteLine, ({ one }) => ({
  quote: one(quote, { fields: [quoteLine.quoteId], references: [quote.id] }),
}))

/** Every table, by what it is about. */

export * from './schema/carrier'
export * from './schema/event'
export * from './schema/exchange'
export * from './schema/load'
export * from './schema/market'
export * from './schema/offer'
export * from './schema/party'
export * from './schema/quote'
export * from './schema/register'
export * from './schema/relations'
export * from './schema/tender'
export * from './schema/wire'

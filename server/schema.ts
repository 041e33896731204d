/** Every table, by what it is about. */
export * from './schema/party'
export * from './schema/market'
export * from './schema/quote'
export * from './schema/load'
export * from './schema/offer'
export * from './schema/wire'
export * from './schema/carrier'
export * from './schema/register'

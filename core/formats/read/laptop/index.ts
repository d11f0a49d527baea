export * from './ipJson'
export * from './iwText'
export * from './lldpJson'
export * from './pingText'

export * from './tcpGoodput'

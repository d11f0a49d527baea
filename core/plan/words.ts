/** Ids are opaque strings, unique within their collection. */
export type Id = string
export type VlanId = number
/** Dotted IPv4 address, strict four-part decimal. */
export type Ip = string
/** IPv4 prefix in slash notation, e.g. "10.64.8.0/24". */
export type Cidr = string

export type Band = '2.4' | '5' | '6'

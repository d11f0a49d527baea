import { expose } from 'comlink'
import { plotterService } from './plotterService'

expose(plotterService())

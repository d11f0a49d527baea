import { expose } from 'comlink'
import { kernelHere } from './kernelHere'
import { layersService } from './layersService'

expose(layersService(kernelHere()))

import { run } from './settings'

run('map')

import { run } from './settings'

run('drills')

import { type TestSeat } from '../testing/seats'

/*
 * Scales as school methods and scale books finger them. Common practice; written out from memory, no single published
 * source. Each word is string, place (↓ low or reached back, ↑ high or reached forward) and finger.
 */

/**
 * First position of violin and viola, open strings rather than 4: where each spelled pitch lies. Common practice: the
 * letter chooses the finger, the sign its place; a raised open string is low 1.
 */
export const FIRST_POSITION_CHART: Record<'violin' | 'viola', string> = {
  violin: `
    G3:G0 G#3:G↓1 Ab3:G↓1 A3:G1 A#3:G↑1 Bb3:G↓2 B3:G2 B#3:G↑2 C4:G3 C#4:G↑3 Db4:G↓4
    D4:D0 D#4:D↓1 Eb4:D↓1 E4:D1 E#4:D↑1 F4:D↓2 F#4:D2 G4:D3 G#4:D↑3 Ab4:D↓4
    A4:A0 A#4:A↓1 Bb4:A↓1 B4:A1 B#4:A↑1 C5:A↓2 C#5:A2 D5:A3 Db5:A↓3 D#5:A↑3 Eb5:A↓4
    E5:E0 E#5:E↓1 F5:E↓1 F#5:E1 G5:E↓2 G#5:E2 Ab5:E↓3 A5:E3 A#5:E↑3 Bb5:E↓4 B5:E4`,
  viola: `
    C3:C0 C#3:C↓1 Db3:C↓1 D3:C1 D#3:C↑1 Eb3:C↓2 E3:C2 E#3:C↑2 F3:C3 F#3:C↑3
    G3:G0 G#3:G↓1 Ab3:G↓1 A3:G1 A#3:G↑1 Bb3:G↓2 B3:G2 B#3:G↑2 C4:G3 C#4:G↑3 Db4:G↓4
    D4:D0 D#4:D↓1 Eb4:D↓1 E4:D1 E#4:D↑1 F4:D↓2 F#4:D2 G4:D3 G#4:D↑3 Ab4:D↓4
    A4:A0 A#4:A↓1 Bb4:A↓1 B4:A1 B#4:A↑1 C5:A↓2 C#5:A2 Db5:A↓3 D5:A3 D#5:A↑3 Eb5:A↓4 E5:A4`,
}

/** Seat, first note, signature, mode of the scale, fingering upwards. */
export type ScaleRow = readonly [TestSeat, string, number, 'major' | 'natural minor' | 'melodic minor', string]

/** Cello and bass (1-2-4) in first position: the cello opens its hand, the bass goes back to half position and up to III. */
export const LOW_SCALES: readonly ScaleRow[] = [
  // Cello: one and two octaves.
  ['cello', 'C2', 0, 'major', 'C0 C1 C3 C4 G0 G1 G3 G4 D0 D1 D2 D4 A0 A1 A2'],
  ['cello', 'G2', 1, 'major', 'G0 G1 G3 G4 D0 D1 D3 D4'],
  ['cello', 'D2', 2, 'major', 'C1 C↑2 C↑4 G0 G1 G↑2 G↑4 D0 D1 D3 D4 A0 A1 A3 A4'],
  ['cello', 'D3', 2, 'major', 'D0 D1 D3 D4 A0 A1 A3 A4'],
  ['cello', 'A2', 3, 'major', 'G1 G↑2 G↑4 D0 D1 D↑2 D↑4 A0'],
  ['cello', 'F2', -1, 'major', 'C4 G0 G1 G2 G4 D0 D1 D2'],
  ['cello', 'Bb2', -2, 'major', 'G2 G4 D0 D↓1 D2 D4 A0 A↓1'],
  ['cello', 'Eb2', -3, 'major', 'C2 C4 G0 G↓1 G2 G4 D0 D↓1'],
  ['cello', 'A2', 0, 'natural minor', 'G1 G3 G4 D0 D1 D2 D4 A0'],
  ['cello', 'E2', 1, 'natural minor', 'C↑2 C↑4 G0 G1 G3 G4 D0 D1'],
  ['cello', 'E3', 1, 'natural minor', 'D1 D3 D4 A0 A1 A2 A4'],
  ['cello', 'B2', 2, 'natural minor', 'G↑2 G↑4 D0 D1 D3 D4 A0 A1'],
  ['cello', 'D2', -1, 'natural minor', 'C1 C3 C4 G0 G1 G2 G4 D0 D1 D2 D4 A0 A↓1 A2 A4'],
  ['cello', 'D3', -1, 'natural minor', 'D0 D1 D2 D4 A0 A↓1 A2 A4'],
  ['cello', 'G2', -2, 'natural minor', 'G0 G1 G2 G4 D0 D↓1 D2 D4'],
  ['cello', 'C2', -3, 'natural minor', 'C0 C1 C2 C4 G0 G↓1 G2 G4 D0 D↓1 D2 D4'],
  ['cello', 'F2', -4, 'natural minor', 'C4 G0 G↓1 G2 G4'],
  ['cello', 'C2', -3, 'melodic minor', 'C0 C1 C2 C4 G0 G1 G3 G4'],
  ['cello', 'G2', -2, 'melodic minor', 'G0 G1 G2 G4 D0 D1 D3 D4'],
  ['cello', 'D3', -1, 'melodic minor', 'D0 D1 D2 D4 A0 A1 A3 A4'],
  ['cello', 'A2', 0, 'melodic minor', 'G1 G3 G4 D0 D1 D↑2 D↑4 A0'],
  // Bass, 1-2-4.
  ['bass', 'E2', 1, 'natural minor', 'E0 E1 E2 A0 A1 A2 D0 D1'],
  ['bass', 'F2', -1, 'major', 'E1 E4 A0 A1 A4 D0 D2 D4'],
  ['bass', 'F#2', 3, 'natural minor', 'E1 E4 A0 A1 A4 D0 D1 D4'],
  ['bass', 'G2', 1, 'major', 'E2 A0 A1 A2 D0 D1 D4 G0'],
  ['bass', 'G2', -2, 'natural minor', 'E4 A0 A1 A4 D0 D1 D4 G0'],
  ['bass', 'A2', 0, 'natural minor', 'A0 A1 A2 D0 D1 D2 G0 G1'],
  ['bass', 'A2', 3, 'major', 'A0 A1 A4 D0 D1 D4 G1 G2'],
  ['bass', 'Bb2', -2, 'major', 'A1 A4 D0 D1 D4 G0 G2 G4'],
  ['bass', 'B2', 2, 'natural minor', 'A1 A4 D0 D1 D4 G0 G1 G4'],
  ['bass', 'C3', 0, 'major', 'A2 D0 D1 D2 G0 G1 G4 G1'],
  ['bass', 'D3', 2, 'major', 'D0 D1 D4 G0 G1 G4 G2 G4'],
  ['bass', 'D3', -1, 'natural minor', 'D0 D1 D2 G0 G1 G2 G1 G4'],
  ['bass', 'E2', 4, 'major', 'E0 E1 E4 A0 A1 A4 D1 D2'],
]

/** Two octaves with the usual shift: violin and viola put 1 into III, the cello goes to IV where E lies on its A string. */
export const SHIFT_SCALES: readonly ScaleRow[] = [
  ['violin', 'C4', 0, 'major', 'G3 D0 D1 D↓2 D3 A0 A1 A↓2 A3 E0 E↓1 E↓2 E1 E2 E3'],
  ['violin', 'D4', 2, 'major', 'D0 D1 D2 D3 A0 A1 A2 A3 E0 E1 E↓2 E1 E2 E↑3 E4'],
  ['violin', 'D4', -1, 'natural minor', 'D0 D1 D↓2 D3 A0 A↓1 A↓2 A3 E0 E↓1 E↓2 E1 E↓2 E3 E4'],
  ['viola', 'F3', -1, 'major', 'C3 G0 G1 G↓2 G3 D0 D1 D↓2 D3 A0 A↓1 A↓2 A1 A2 A3'],
  ['viola', 'G3', 1, 'major', 'G0 G1 G2 G3 D0 D1 D2 D3 A0 A1 A↓2 A1 A2 A↑3 A4'],
  ['viola', 'G3', -2, 'natural minor', 'G0 G1 G↓2 G3 D0 D↓1 D↓2 D3 A0 A↓1 A↓2 A1 A↓2 A3 A4'],
  ['cello', 'G2', 1, 'major', 'G0 G1 G3 G4 D0 D1 D3 D4 A0 A1 A2 A4 A1 A3 A4'],
  ['cello', 'F2', -1, 'major', 'C4 G0 G1 G2 G4 D0 D1 D2 D4 A0 A↓1 A2 A4 A1 A2'],
  ['cello', 'E2', 1, 'natural minor', 'C↑2 C↑4 G0 G1 G3 G4 D0 D1 D3 D4 A0 A1 A2 A4 A1'],
]

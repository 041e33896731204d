/** Two short notes; a browser that was not touched yet stays silent, and says so to nobody. */
export function chime(): void {
  const audio = new AudioContext()
  for (const [at, pitch] of [
    [0, 660],
    [0.12, 880],
  ] as const) {
    const tone = audio.createOscillator()
    const volume = audio.createGain()
    tone.frequency.value = pitch
    volume.gain.setValueAtTime(0.08, audio.currentTime + at)
    volume.gain.exponentialRampToValueAtTime(0.001, audio.currentTime + at + 0.1)
    tone.connect(volume).connect(audio.destination)
    tone.start(audio.currentTime + at)
    tone.stop(audio.currentTime + at + 0.1)
  }
}

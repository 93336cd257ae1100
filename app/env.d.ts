/** What the build is told, beside what the framework tells it. */
interface ImportMetaEnv {
  /** The path that the app lives under, with a slash at both ends. */
  readonly KEEN_TONAL_BASE?: string
}

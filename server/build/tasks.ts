import type { begin } from '~~/core/begin/begin'
import type { Wish } from '~~/core/begin/wish'
import type { Finding } from '~~/core/check/check'
import type { TierRule } from '~~/core/check/tier-rule'
import type { Contract } from '~~/core/contract/contract'
import type { IconStore } from '~~/core/icons/glyph'
import type { IconsInput } from '~~/core/icons/input'
import type { LibraryToReach, overridesIn } from '~~/core/reach/overrides'
import type { ReadSet, SetFile } from '~~/core/icons/sets'
import type { OwnIcons } from '~~/core/icons/ways'
import type { LibraryMessages } from '~~/core/messages/message'
import type { PageSheet } from '~~/core/isolation/foreign'
import type { Isolation } from '~~/core/isolation/isolation'
import type { Outcome, Problem } from '~~/core/problem'
import type { Ability } from '~~/core/read/abilities'
import type { Wanted } from '~~/core/read/dependencies'
import type { Written } from '~~/core/read/places'
import type { ReadFrom } from '~~/core/read/read-from'
import type { WidthAsked } from '~~/core/read/widths'
import type { Reading } from '~~/core/read/source/reading'
import type { SourceText } from '~~/core/read/source/source-text'
import type { Manifest, Tried } from '~~/core/release/consumer/consumer'
import type { PackageInput } from '~~/core/release/package'
import type { ReleaseChange } from '~~/core/release/rules/rule'
import type { Comparing } from '~~/core/release/rules/rules'
import type { SideInput } from '~~/core/release/sides'
import type { FittingChange } from '~~/core/tokens/fitting'
import type { Upgrade } from '~~/core/tokens/in/upgrade'
import type { JudgedEdit, TypedEdit } from '~~/core/tokens/edit'
import type { OfferAsked, offeredInLibrary } from '~~/core/tokens/offered-library'
import type { Rename } from '~~/core/tokens/rename'
import type { RenamedLibrary } from '~~/core/tokens/rename-library'
import type { tokenFiles } from '~~/core/tokens/print/files'
import type { FileIn } from '~~/core/tokens/in/files-read'
import type { PlannedSets } from '~~/core/tokens/in/sets-plan'
import type { TokenUses } from '~~/core/tokens/uses'
import type { Theme, themesCss } from '~~/core/tokens/themes'
import type { PublishBody } from '../registry/publish-body'
import type { ArchiveLimits, Unpacked } from '../bring/archive'
import type { FilesApart } from '../pictures/compare'
import type { GuideToBuild } from './guide'
import type { Source } from './held'
import type { BuiltModules } from './modules'
import type { Packed } from './package'

/** What the child process does for the web process: by name, what goes in and what comes out. */
export interface Tasks {
  unpack: { in: { bytes: Uint8Array; limits: ArchiveLimits }; out: Unpacked }
  dependencies: { in: { files: SourceText[] }; out: Wanted }
  /**
   * `dependencies` is the folder the library's packages were installed in; `library` whose reading it is, so
   * that the next costs what changed; `from` what somebody chose to have read of it.
   */
  read: {
    in: {
      files: SourceText[]
      dependencies: string | undefined
      library?: string | undefined
      from?: ReadFrom | undefined
    }
    out: Reading
  }
  /**
   * One file as it is being written, read and built with the rest of its library: what is wrong with it, and
   * the component that is looked at. `installed` is the folder packages of libraries are installed in.
   */
  tryOut: {
    in: {
      source: Source
      path: string
      tag: string | undefined
      installed: string
      library: string
      from?: ReadFrom | undefined
      icons: IconsInput
    }
    out: { problems: Problem[]; contract: Contract | undefined; built: BuiltModules | undefined }
  }
  /** Where markup and rules are written in some files. */
  written: { in: { files: SourceText[] }; out: Written }
  /** What some files ask of what is around a component. */
  asks: { in: { files: SourceText[] }; out: { abilities: Ability[]; widths: WidthAsked[] } }
  begin: {
    in: {
      files: SourceText[]
      prefix: string
      wish: Wish
      dependencies: string | undefined
      library?: string | undefined
      from?: ReadFrom | undefined
    }
    out: ReturnType<typeof begin>
  }
  /**
   * Modules of a library's components, with its icons as they may be worn and a language more; and what it
   * has of both.
   */
  modules: {
    in: { files: SourceText[]; contracts: Contract[]; dependencies: string | undefined; icons: IconsInput }
    out: { built: BuiltModules; icons: OwnIcons; messages: LibraryMessages }
  }
  /** The glyphs in some files. */
  iconSet: { in: { files: SetFile[] }; out: ReadSet }
  /** A value typed for a token, and a whole token file, judged by what they make of all themes. */
  tokenEdit: { in: TypedEdit & { themes: Theme[] }; out: JudgedEdit }
  tokenFile: {
    in: { themes: Theme[]; theme: string; text: string }
    out: Outcome<Pick<Upgrade, 'document' | 'says'>>
  }
  /** What token files make of the themes of a library. */
  tokenSets: { in: { themes: Theme[]; files: FileIn[] }; out: Outcome<PlannedSets> }
  /** What would be wrong with all that a fitting changes. */
  fitting: { in: { themes: Theme[]; changes: FittingChange[] }; out: Problem[] }
  /** How a version, or the shelf, differs from another version. */
  difference: {
    in: { before: SideInput; now: SideInput; comparing: Comparing }
    out: ReleaseChange[]
  }
  /** How the pictures in two PNG files differ. */
  pictures: { in: { before: Uint8Array; now: Uint8Array }; out: FilesApart }
  /** What the compiler says of a project that uses all types of a package, which is installed in a folder. */
  consumerTypes: { in: { folder: string; manifest: Manifest }; out: Tried }
  /** A script of a project, bundled with what is installed in its folder. */
  consumerBundle: { in: { folder: string; script: string }; out: { script: string; sheet: string } }
  themesCss: { in: { themes: Theme[]; prefix: string }; out: ReturnType<typeof themesCss> }
  /** The files that tokens are printed to for a package. */
  tokenFiles: { in: { themes: Theme[]; prefix: string }; out: ReturnType<typeof tokenFiles> }
  /** Custom properties of a library's sheets that could be tokens. */
  offered: { in: { files: SourceText[] } & OfferAsked; out: ReturnType<typeof offeredInLibrary> }
  /** What uses a token. */
  uses: { in: { themes: Theme[]; files: SourceText[]; path: string; prefix: string }; out: TokenUses }
  /** What becomes of a library when a token gets another path. */
  rename: {
    in: { themes: Theme[]; files: SourceText[]; rename: Rename; prefix: string }
    out: Outcome<RenamedLibrary>
  }
  /** What the rules notice in a library. */
  check: {
    in: {
      files: SourceText[]
      contracts: Contract[]
      themes: Theme[]
      prefix: string
      tiers: TierRule
      isolation: { tag: string; seen: Isolation }[]
      iconStore: IconStore | null
    }
    out: Finding[]
  }
  /** What in a page's sheets reaches deeper into components than they offer. */
  overrides: {
    in: { page: SourceText[] } & LibraryToReach
    out: ReturnType<typeof overridesIn>
  }
  /** The sheets of a library that go into the page. */
  pageSheets: { in: { files: SourceText[]; contracts: Contract[] }; out: PageSheet[] }
  /** What the sheets of a library use each token for. */
  usedFor: {
    in: { files: SourceText[]; contracts: Contract[]; themes: Theme[]; prefix: string }
    out: Record<string, string[]>
  }
  /** What a package client sends to publish, taken apart and held against its own tarball. */
  publishBody: { in: { bytes: Uint8Array; name: string; most: number }; out: PublishBody }
  /** `isMeasured`: with what its files, and each component alone, come to when they are sent. */
  /** A guide to take along, as a ZIP archive. */
  guide: { in: GuideToBuild & { icons: IconsInput }; out: Uint8Array }
  package: {
    in: {
      files: SourceText[]
      input: PlainPackageInput
      icons: IconsInput
      isMeasured?: boolean
      dependencies?: string | undefined
    }
    out: Packed
  }
}
export type TaskName = keyof Tasks
/** What does each task, in the child process. */
export type Doers = { [N in TaskName]: (input: Tasks[N]['in']) => Promise<Tasks[N]['out']> | Tasks[N]['out'] }

/** A package's input as it crosses to the child: words as a plain map, `tag member` to text. */
export type PlainPackageInput = Omit<PackageInput, 'built' | 'words'> & { words: Record<string, string> }

export interface Ask {
  id: number
  task: TaskName
  input: unknown
}
export type Answer =
  | { id: number; ok: true; output: unknown }
  | {
      id: number
      ok: false
      /** An HTTP status, where it is not that of what cannot be worked through. */ status?: number
      problems: Problem[]
    }

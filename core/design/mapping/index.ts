/** Designs that come from elsewhere: what they name of the directory, and what that is called here. */
export { directoryThing, type Decide, type DirectoryThing } from './conditions'
export {
  lackOf,
  likelyMatch,
  MOST_LACKING,
  namesInFile,
  referencesLacking,
  referencesOf,
  thingsIn,
  type DirectoryReference,
  type Lack,
  type NamesInFile,
} from './lacking'
export { hoursToKeep } from './hours'
export { mappedDesign } from './mapping'

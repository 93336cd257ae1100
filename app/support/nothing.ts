/** Stands for parts of libraries that the app never asks for, so that they are not shipped. */
export default {}

/**
 * What a file dialog offers: every picture, and whatever else there is, since cameras' raw files have as many endings
 * as there are cameras. What a file is, its contents tell.
 */
export const PICTURES_TAKEN = 'image/*,.heic,.heif,.avif,.jxl,.tif,.tiff,.dng,*/*'

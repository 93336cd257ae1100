/** What a file dialog offers; what a file is, its contents tell. */
export const PICTURES_TAKEN = 'image/jpeg,image/png,image/webp,image/tiff,.jpg,.jpeg,.png,.webp,.tif,.tiff'

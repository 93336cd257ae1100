import { imagingService } from '#services/imaging/imagingService'
import { pictureTold } from '#wording/refusals/told'

type Service = ReturnType<typeof imagingService>

/** The service that reads pictures; what it refuses is said. */
export const pictureReader = () => {
  const service = imagingService()
  return {
    ...service,
    read: async (...asked: Parameters<Service['read']>) => pictureTold(await service.read(...asked)),
    card: async (...asked: Parameters<Service['card']>) => pictureTold(await service.card(...asked)),
    pair: async (...asked: Parameters<Service['pair']>) => pictureTold(await service.pair(...asked)),
    flatField: async (...asked: Parameters<Service['flatField']>) => pictureTold(await service.flatField(...asked)),
  }
}

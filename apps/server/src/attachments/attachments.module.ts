import { type DynamicModule, Global, Module, type OnModuleInit } from '@nestjs/common';
import { MotorsModule } from '../motors/motors.module.ts';
import { AttachmentsController } from './attachments.controller.ts';
import { AttachmentsRepository } from './attachments.repository.ts';
import { AttachmentsService } from './attachments.service.ts';
import { FILES_FOLDER, FileStore } from './file-store.ts';
import { PICTURE_FILE, Pictures } from './pictures.ts';

@Global()
@Module({})
export class AttachmentsModule implements OnModuleInit {
  constructor(private readonly store: FileStore) {}

  /**
   * @param filesFolder where the shop's files lie
   * @param pictureFile the built process that makes pictures ready
   */
  static with(filesFolder: string, pictureFile: string): DynamicModule {
    return {
      module: AttachmentsModule,
      imports: [MotorsModule],
      controllers: [AttachmentsController],
      providers: [
        { provide: FILES_FOLDER, useValue: filesFolder },
        { provide: PICTURE_FILE, useValue: pictureFile },
        ...[FileStore, Pictures, AttachmentsRepository, AttachmentsService],
      ],
      exports: [FileStore, FILES_FOLDER, AttachmentsService],
    };
  }

  onModuleInit() {
    return this.store.clearIncoming();
  }
}

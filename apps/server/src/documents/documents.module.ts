import { Global, Module } from '@nestjs/common';
import { Documents } from './documents.service';

@Global()
@Module({ providers: [Documents], exports: [Documents] })
export class DocumentsModule {}

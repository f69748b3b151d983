import { Module } from '@nestjs/common';
import { RigsController } from './rigs.controller';
import { RigsService } from './rigs.service';
import { Summaries } from './summaries.service';

@Module({ controllers: [RigsController], providers: [RigsService, Summaries], exports: [RigsService] })
export class RigsModule {}

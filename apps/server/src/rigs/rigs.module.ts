import { Module } from '@nestjs/common';
import { Bin } from './bin.service';
import { RigsController } from './rigs.controller';
import { RigsService } from './rigs.service';
import { RunDays } from './run-days.service';
import { Summaries } from './summaries.service';

@Module({
  controllers: [RigsController],
  providers: [RigsService, Summaries, Bin, RunDays],
  exports: [RigsService],
})
export class RigsModule {}

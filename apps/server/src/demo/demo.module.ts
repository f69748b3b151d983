import { Controller, HttpCode, Module, Post } from '@nestjs/common';
import { ApiOperation, ApiTags } from '@nestjs/swagger';
import { RigsModule } from '../rigs/rigs.module';
import { SittingsModule } from '../sittings/sittings.module';
import { DemoService } from './demo.service';

@ApiTags('demo')
@Controller('demo')
export class DemoController {
  constructor(private readonly demo: DemoService) {}

  @Post('reset')
  @HttpCode(200)
  @ApiOperation({ summary: 'Bring the demo rigs back as they were; your edits stay in their history' })
  reset() {
    return this.demo.reset();
  }
}

@Module({
  imports: [RigsModule, SittingsModule],
  controllers: [DemoController],
  providers: [DemoService],
  exports: [DemoService],
})
export class DemoModule {}

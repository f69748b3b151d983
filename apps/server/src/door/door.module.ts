import type { DoorState } from '@diaphon/api';
import { Body, Controller, Get, HttpCode, Module, Put, Req } from '@nestjs/common';
import { ApiBody, ApiOperation, ApiTags } from '@nestjs/swagger';
import type { Request } from 'express';
import Joi from 'joi';
import { ApiError } from '../errors/api-error';
import { makeSessions, SESSIONS } from '../sign-in/sessions';
import { JoiPipe } from '../validation/joi-pipe';
import { cameThroughDoor, Door } from './door.service';

interface DoorBody {
  isOpen: boolean;
  passphrase?: string;
}

const BODY = Joi.object<DoorBody>({ isOpen: Joi.boolean().required(), passphrase: Joi.string().max(500) });

@ApiTags('door')
@Controller('door')
export class DoorController {
  constructor(private readonly door: Door) {}

  @Get()
  @ApiOperation({ summary: 'Whether other machines may come in, where, and with which certificate' })
  state(): DoorState {
    return this.door.state();
  }

  @Put()
  @HttpCode(200)
  @ApiOperation({ summary: 'Open Diaphon to the network, or shut it' })
  @ApiBody({
    schema: { type: 'object', properties: { isOpen: { type: 'boolean' }, passphrase: { type: 'string' } } },
  })
  async set(
    @Body(new JoiPipe(BODY)) { isOpen, passphrase }: DoorBody,
    @Req() request: Request,
  ): Promise<DoorState> {
    if (!this.door.state().isSwitch)
      throw new ApiError(409, {
        code: 'fixed',
        message: 'Diaphon was started open to the network.',
        where: 'DIAPHON_HOST',
        hint: 'Start it without DIAPHON_HOST and DIAPHON_PROXY to open and shut it here.',
      });
    // Whoever came in may shut it behind them; opening it is for who sits before the machine.
    if (isOpen && cameThroughDoor(request))
      throw new ApiError(403, {
        code: 'forbidden',
        message: 'It is opened at the computer that runs Diaphon.',
        where: 'isOpen',
        hint: 'Open Diaphon there, at the address it printed when it started.',
      });
    if (isOpen) await this.door.open(passphrase);
    else await this.door.shut();
    return this.door.state();
  }
}

@Module({
  controllers: [DoorController],
  providers: [Door, { provide: SESSIONS, useFactory: () => makeSessions() }],
  exports: [Door, SESSIONS],
})
export class DoorModule {}

/** The body of whatever is done with a reason and nothing else. */
import { WithReason } from '@norther/records';
import { createZodDto } from 'nestjs-zod';

export class ReasonGiven extends createZodDto(WithReason) {}

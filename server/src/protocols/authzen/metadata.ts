import type { Configuration } from '../../configuration.ts'

/** Policy Decision Point metadata (OpenID AuthZEN Authorization API 1.0, §9): where each endpoint is. */
export function metadata({ publicOrigin }: Configuration): Record<string, string> {
  return {
    policy_decision_point: publicOrigin,
    access_evaluation_endpoint: `${publicOrigin}/access/v1/evaluation`,
    access_evaluations_endpoint: `${publicOrigin}/access/v1/evaluations`,
    search_subject_endpoint: `${publicOrigin}/access/v1/search/subject`,
    search_resource_endpoint: `${publicOrigin}/access/v1/search/resource`,
    search_action_endpoint: `${publicOrigin}/access/v1/search/action`,
  }
}

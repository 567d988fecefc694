package exactum.core.matching;

/**
 * One reason for or against a proposal.
 *
 * @param points what it counts; below zero where it speaks against
 */
public record Reason(String words, int points) {}

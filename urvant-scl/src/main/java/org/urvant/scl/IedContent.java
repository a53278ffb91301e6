package org.urvant.scl;

/**
 * How much of what others ask for or send there is in IEDs.
 *
 * @param dataSets how many datasets
 * @param reports report control blocks
 * @param messages GOOSE control blocks
 * @param sampledValues sampled value control blocks
 * @param inputs external references
 * @param unbound those of them that name no sender
 */
public record IedContent(int dataSets, int reports, int messages, int sampledValues, int inputs, int unbound) {
    /** Returns the sums of two. */
    public IedContent plus(IedContent other) {
        return new IedContent(
                dataSets + other.dataSets,
                reports + other.reports,
                messages + other.messages,
                sampledValues + other.sampledValues,
                inputs + other.inputs,
                unbound + other.unbound);
    }
}

package org.urvant.cli;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import org.urvant.core.finding.Remedy;
import org.urvant.core.finding.Step;

/** Says with which command something is done. The library knows actions; which command does one is known here alone. */
final class Steps {
    private Steps() {}

    /** Returns the command for a step, such as {@code urvant set GW1 clock.backup SOURCE}. */
    static String command(Step step) {
        List<String> words = new ArrayList<>(List.of("urvant", verb(step.action())));
        step.operands().forEach(operand -> words.add(quoted(operand)));
        switch (step.action()) {
            case TAKE_BACK -> words.add("--default");
            case TAKE_AS_BUILT -> words.add("--as-built");
            case SETTLE -> words.add(Math.min(3, words.size()), "--keep");
            case ORDER -> words.add("--apply");
            case TICK -> words.add(Math.min(3, words.size()), "--tick");
            case CONNECT -> words.addAll(Math.min(4, words.size()), words.size() > 4 ? List.of("--kind") : List.of());
            case ADD_DEVICE -> words.add(Math.min(3, words.size()), "--type");
            case IMPORT ->
                words.addAll(Math.min(3, words.size()), words.size() > 3 ? List.of("--protocol") : List.of());
            case SET_CLOCK -> words.add("--set");
            case CHANGE_PASSWORD -> words.add(Math.min(3, words.size()), "--user");
            case MATRIX -> words.add("--out FILE");
            case UNMUTE -> words.add("--off");
            case ACCEPT_LEDGER -> words.add("--accept --reason TEXT");
            case PUBLISH_KEY -> words.add("--make");
            default -> {
                // the operands say all
            }
        }
        return String.join(" ", words);
    }

    private static String verb(Step.Action action) {
        return switch (action) {
            case ADD_DEVICE -> "device add";
            case SET_CLOCK -> "clock";
            case CHANGE_PASSWORD -> "password";
            case SET, TAKE_BACK -> "set";
            case SEARCH -> "signals";
            case ORDER, READ_ORDER_CODE -> "order-code";
            case FIT, TAKE_AS_BUILT -> "fit";
            case SELECTORS, TICK -> "selectors";
            case START_STAND_IN -> "bench start";
            case UNMUTE -> "mute";
            case ACCEPT_LEDGER -> "history";
            case PUBLISH_KEY -> "signing-key";
            default -> action.word();
        };
    }

    private static String quoted(String operand) {
        return operand.matches("[^\\s'\"*?$&|;<>()]+") ? operand : '"' + operand + '"';
    }

    /** Returns a remedy with its commands: {@code Take it out. Run 'urvant set F11 ct.primary --default'.} */
    static String text(Remedy remedy) {
        if (remedy.steps().isEmpty()) {
            return remedy.text();
        }
        boolean isPlain =
                remedy.steps().stream().allMatch(step -> step.operands().isEmpty());
        return remedy.text()
                + remedy.steps().stream()
                        .map(step -> "'" + (isPlain ? "urvant " + verb(step.action()) : command(step)) + "'")
                        .distinct()
                        .collect(Collectors.joining(" or ", isPlain ? " See " : " Run ", "."));
    }

    static List<Object> json(Remedy remedy) {
        return remedy.steps().stream()
                .map(step -> (Object) Json.object(
                        "action", step.action().word(),
                        "operands", step.operands(),
                        "command", command(step)))
                .toList();
    }
}

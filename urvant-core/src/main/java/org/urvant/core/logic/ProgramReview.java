package org.urvant.core.logic;

import java.math.BigDecimal;
import java.math.BigInteger;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.urvant.core.language.Operator;
import org.urvant.core.language.ProgramText;
import org.urvant.core.language.ProgramText.Declaration;
import org.urvant.core.language.ProgramText.Section;
import org.urvant.core.language.Statement;
import org.urvant.core.language.Term;
import org.urvant.core.language.TextPlace;
import org.urvant.core.logic.Remark.Kind;

/**
 * Goes through a sound program as it is written, for what can hardly be meant: variables without use, blocks that run twice in a
 * cycle or can never act, conditions that ask the same twice.
 */
final class ProgramReview implements Statement.Visitor, Term.Visitor<String> {
    private final Consumer<Remark> remarks;
    private final Map<String, Declaration> variables = new LinkedHashMap<>();
    private final Map<String, BlockKind> blocks = new HashMap<>();
    private final Set<String> read = new HashSet<>();
    private final Map<String, List<TextPlace>> written = new HashMap<>();
    private final Map<String, Statement.Assignment> holding = new LinkedHashMap<>(); // what keeps itself on
    private Set<String> called = new HashSet<>(); // on the way to the present statement
    private final Map<String, TextPlace> calls = new HashMap<>(); // the first of each block
    private final Set<String> missed = new LinkedHashSet<>(); // blocks that some way does not call
    private final Set<String> certain = new HashSet<>(); // blocks that are called on no way, but always
    private int depth;

    private ProgramReview(ProgramText program, Consumer<Remark> remarks) {
        this.remarks = remarks;
        for (Declaration declaration : program.declarations()) {
            Optional<BlockKind> block = Blocks.named(declaration.type().name());
            if (block.isPresent()) {
                blocks.put(Symbols.key(declaration.name()), block.get());
            } else if (declaration.section() == Section.VAR || declaration.section() == Section.CONSTANT) {
                variables.put(Symbols.key(declaration.name()), declaration);
            }
        }
    }

    static void review(ProgramText program, Consumer<Remark> remarks) {
        ProgramReview review = new ProgramReview(program, remarks);
        program.statements().forEach(statement -> statement.accept(review));
        review.variables.forEach(review::used);
        review.missed.forEach(review::sometimes);
        review.holding.forEach((key, assignment) -> {
            if (review.written.get(key).size() == 1) {
                review.remark(
                        Kind.HELD_FOREVER,
                        assignment.place(),
                        "'" + assignment.target().text() + "' keeps itself on and is never taken back",
                        "Take it back with AND NOT, or use a block with a reset.");
            }
        });
    }

    private void writes(Term.Name target) {
        written.computeIfAbsent(Symbols.key(target.text()), key -> new ArrayList<>())
                .add(target.place());
    }

    private void remark(Kind kind, TextPlace place, String message, String remedy) {
        remarks.accept(new Remark(kind, "", place, message, remedy));
    }

    private void used(String key, Declaration variable) {
        if (!read.contains(key)) {
            remark(
                    Kind.NEVER_READ,
                    variable.place(),
                    "'" + variable.name() + "' is never read",
                    "Use it, or take it out.");
        } else if (!written.containsKey(key) && variable.initial() == null) {
            remark(
                    Kind.NEVER_SET,
                    variable.place(),
                    "'" + variable.name() + "' is read and never gets a value",
                    "Give it one, or a first value.");
        }
    }

    @Override
    public void assignment(Statement.Assignment assignment) {
        assignment.value().accept(this);
        writes(assignment.target());
        List<Term> parts = new ArrayList<>();
        if (assignment.value() instanceof Term.Binary binary && binary.operator() == Operator.OR) {
            parts(binary, Operator.OR, parts);
        }
        String key = Symbols.key(assignment.target().text());
        if (parts.stream()
                .anyMatch(part -> part instanceof Term.Name name
                        && Symbols.key(name.text()).equals(key))) {
            holding.put(key, assignment);
        }
    }

    @Override
    public void choice(Statement.Choice choice) {
        Map<String, TextPlace> asked = new HashMap<>();
        List<List<Statement>> ways = new ArrayList<>();
        for (Statement.Branch branch : choice.branches()) {
            Term condition = branch.condition();
            if (condition != null) {
                TextPlace before = asked.putIfAbsent(condition.accept(this), condition.start());
                if (before != null) {
                    remark(
                            Kind.CONDITION_NEEDLESS,
                            condition.start(),
                            "this condition was asked in line " + before.line()
                                    + " already, so its branch is never taken",
                            "Ask for what is meant, or take the branch out.");
                }
            }
            ways.add(branch.body());
        }
        ways.add(choice.otherwise());
        eachWay(ways);
    }

    @Override
    public void selection(Statement.Selection selection) {
        if (selection.selector() != null) {
            selection.selector().accept(this);
        }
        List<List<Statement>> ways = new ArrayList<>();
        for (Statement.Case each : selection.cases()) {
            each.labels().forEach(label -> {
                label.first().accept(this);
                if (label.last() != null) {
                    label.last().accept(this);
                }
            });
            ways.add(each.body());
        }
        ways.add(selection.otherwise());
        eachWay(ways);
    }

    /** Only one of the ways is taken in a cycle. */
    private void eachWay(List<List<Statement>> ways) {
        Set<String> before = called;
        Set<String> after = new HashSet<>(before);
        Set<String> always = null;
        depth++;
        for (List<Statement> way : ways) {
            called = new HashSet<>(before);
            way.forEach(statement -> statement.accept(this));
            after.addAll(called);
            if (always == null) {
                always = new HashSet<>(called);
            }
            always.retainAll(called);
        }
        called = after;
        for (String block : after) {
            if (always != null && !always.contains(block)) {
                missed.add(block);
            }
        }
        depth--;
    }

    /** Nothing runs in a block that is not called, so a time that it waits stands still, and an edge is missed or seen late. */
    private void sometimes(String key) {
        BlockKind kind = blocks.get(key);
        boolean needsEachCycle = kind != null
                && (kind.parameter("PT").isPresent() || kind.parameter("CLK").isPresent());
        if (needsEachCycle && !certain.contains(key)) {
            remark(
                    Kind.BLOCK_SOMETIMES,
                    calls.get(key),
                    "the block '" + key + "' is called on some ways only; in other cycles its times stand still, and"
                            + " its outputs stay",
                    "Call it in every cycle, and let what decides be its input.");
        }
    }

    @Override
    public void invocation(Statement.Invocation invocation) {
        String name = invocation.block().text();
        String key = Symbols.key(name);
        if (!called.add(key)) {
            remark(
                    Kind.BLOCK_TWICE,
                    invocation.place(),
                    "the block '" + name + "' is called a second time in one cycle; it has one state for both",
                    "Declare a block for each of the two.");
        }
        calls.putIfAbsent(key, invocation.place());
        if (depth == 0) {
            certain.add(key);
        }
        int position = 0;
        Map<String, String> inputs = new HashMap<>();
        Map<String, Term.Argument> levels = new HashMap<>();
        for (Term.Argument argument : invocation.arguments()) {
            if (argument.isOutput()) {
                if (argument.term() instanceof Term.Name target) {
                    writes(target);
                }
                continue;
            }
            String text = argument.term().accept(this);
            BlockKind kind = blocks.get(key);
            if (kind != null) {
                parameter(kind, argument.name(), position)
                        .filter(parameter -> parameter.type() == DataType.BOOL && constant(argument.term()) == null)
                        .ifPresent(parameter -> different(
                                name, parameter.name(), inputs.putIfAbsent(text, parameter.name()), argument));
                parameter(kind, argument.name(), position).ifPresent(parameter -> {
                    given(name, kind, parameter, argument);
                    levels.put(parameter.name(), argument);
                });
            }
            position += argument.name() == null ? 1 : 0;
        }
        if (blocks.containsKey(key) && blocks.get(key).name().equals(LevelBlocks.HYSTERESIS)) {
            levels(name, levels);
        }
    }

    /** A block with hysteresis goes on at the one level and off at the other, which lies before it. */
    private void levels(String block, Map<String, Term.Argument> given) {
        BigDecimal on = given.containsKey("ON") ? constant(given.get("ON").term()) : null;
        BigDecimal off = given.containsKey("OFF") ? constant(given.get("OFF").term()) : null;
        BigDecimal below =
                given.containsKey("BELOW") ? constant(given.get("BELOW").term()) : BigDecimal.ZERO;
        if (on != null
                && off != null
                && below != null
                && (below.signum() == 0 ? on.compareTo(off) < 0 : on.compareTo(off) > 0)) {
            remark(
                    Kind.BLOCK_OPEN,
                    given.get("ON").place(),
                    "the block '" + block + "' is to go on " + (below.signum() == 0 ? "above " : "below ") + on
                            + " and off " + (below.signum() == 0 ? "below " : "above ") + off
                            + ", so between the two it is to do both",
                    "Exchange ON and OFF, or say by BELOW on which side it goes on.");
        }
    }

    private void different(String block, String input, @Nullable String other, Term.Argument argument) {
        if (other != null) {
            remark(
                    Kind.CONDITION_NEEDLESS,
                    argument.place(),
                    other + " and " + input + " of the block '" + block + "' are given the same",
                    "Give each what it stands for.");
        }
    }

    private static Optional<BlockKind.Parameter> parameter(BlockKind kind, @Nullable String name, int position) {
        return name != null
                ? kind.parameter(name)
                : kind.parameters().stream()
                        .filter(each -> !each.isOutput())
                        .skip(position)
                        .findFirst();
    }

    /** An input that a block cannot do without and that never changes makes the block do nothing, or the same for ever. */
    private void given(String block, BlockKind kind, BlockKind.Parameter parameter, Term.Argument argument) {
        BigDecimal constant = constant(argument.term());
        if (constant == null || !kind.essential().contains(parameter.name())) {
            return;
        }
        if (parameter.type() == DataType.BOOL) {
            remark(
                    Kind.BLOCK_OPEN,
                    argument.place(),
                    parameter.name() + " of the block '" + block + "' is always "
                            + (constant.signum() == 0 ? "FALSE" : "TRUE"),
                    "Connect it to what it stands for, or do without the block.");
        } else if (constant.signum() <= 0
                && (parameter.name().equals("PT") || parameter.name().equals("PV"))) {
            remark(
                    Kind.BLOCK_OPEN,
                    argument.place(),
                    parameter.name() + " of the block '" + block + "' is not above 0, so it neither waits nor counts",
                    "Give it a value above 0.");
        }
    }

    /** Returns the number that a term is as it is written, a length of time in nanoseconds; null when it is none. */
    private static @Nullable BigDecimal constant(Term term) {
        if (term instanceof Term.Unary unary && unary.operator() == Operator.NEGATE) {
            BigDecimal number = constant(unary.operand());
            return number == null ? null : number.negate();
        }
        if (!(term instanceof Term.Literal literal)) {
            return null;
        }
        if (literal.value() instanceof Boolean logical) {
            return logical ? BigDecimal.ONE : BigDecimal.ZERO;
        }
        if (literal.value() instanceof Term.Span span) {
            return BigDecimal.valueOf(span.nanos());
        }
        return literal.value() instanceof BigInteger whole
                ? new BigDecimal(whole)
                : literal.value() instanceof BigDecimal number ? number : null;
    }

    // Terms as texts, by which two of them are known to ask the same.

    @Override
    public String literal(Term.Literal literal) {
        return (literal.type() == null ? "" : literal.type().toUpperCase(Locale.ROOT) + "#") + literal.value();
    }

    @Override
    public String name(Term.Name name) {
        String key = Symbols.key(name.text());
        read.add(key);
        return key;
    }

    @Override
    public String unary(Term.Unary unary) {
        return unary.operator() + " " + unary.operand().accept(this);
    }

    @Override
    public String binary(Term.Binary binary) {
        Operator operator = binary.operator();
        boolean joins = operator == Operator.AND || operator == Operator.OR;
        List<Term> parts = new ArrayList<>();
        parts(binary, joins ? operator : null, parts);
        List<String> texts = parts.stream().map(part -> part.accept(this)).toList();
        if (joins || operator.isComparison() || operator == Operator.XOR) {
            Set<String> seen = new HashSet<>();
            for (String text : texts) {
                boolean isSame = !seen.add(text);
                boolean isOpposite = joins
                        && (seen.contains("NOT " + text)
                                || seen.contains(text.replaceFirst("^NOT ", "")) && text.startsWith("NOT "));
                if (isSame || isOpposite) {
                    remark(
                            Kind.CONDITION_NEEDLESS,
                            binary.place(),
                            isSame
                                    ? "the same stands on both sides of " + operator.sign()
                                    : "one side of " + operator.sign()
                                            + " is the opposite of the other, so this is always "
                                            + (operator == Operator.AND ? "FALSE" : "TRUE"),
                            "Write what is meant.");
                    break;
                }
            }
        }
        return texts.stream().collect(Collectors.joining(" " + operator + " ", "(", ")"));
    }

    /** The operands of a chain of one operator count as beside each other. */
    private static void parts(Term.Binary binary, @Nullable Operator chained, List<Term> parts) {
        if (binary.left() instanceof Term.Binary left && left.operator() == chained) {
            parts(left, chained, parts);
        } else {
            parts.add(binary.left());
        }
        parts.add(binary.right());
    }

    @Override
    public String call(Term.Call call) {
        return call.arguments().stream()
                .map(argument -> argument.term().accept(this))
                .collect(Collectors.joining(", ", call.function().toUpperCase(Locale.ROOT) + "(", ")"));
    }
}

package org.urvant.core.logic;

import java.math.BigInteger;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import org.urvant.core.language.ProgramText;
import org.urvant.core.language.Statement;
import org.urvant.core.language.Term;
import org.urvant.core.language.TextPlace;
import org.urvant.core.logic.Code.Step;
import org.urvant.core.logic.Symbols.Instance;
import org.urvant.core.logic.Variable.Use;

/** Compiles one program: its declarations, then its statements. */
final class StatementCompiler implements Statement.Visitor {
    private final Symbols symbols;
    private final Compiler compiler;
    private final Declarations declarations;
    private final Consumer<Remark> remarks;
    private final Set<Variable> driven = new HashSet<>();
    private final Set<Variable> drivenInMainLine = new HashSet<>();
    private final Map<Instance, Set<String>> connected = new HashMap<>();
    private List<Step> steps = new ArrayList<>();
    private int nesting;

    StatementCompiler(Symbols symbols, Compiler compiler, Consumer<Remark> remarks) {
        this.symbols = symbols;
        this.compiler = compiler;
        this.declarations = new Declarations(symbols, compiler);
        this.remarks = remarks;
    }

    Step program(ProgramText program, String scope) {
        symbols.beginProgram(scope);
        program.declarations().forEach(declaration -> declarations.declare(program.name(), declaration));
        Step whole = body(program.statements());
        remarkOpenBlocks();
        declarations.outputs().forEach((output, place) -> {
            if (!driven.contains(output)) {
                remark(
                        Remark.Kind.NEVER_SET,
                        place,
                        "the output '" + output.name() + "' never gets a value",
                        "Give it one, or remove it.");
            }
        });
        return whole;
    }

    /** Returns the variables that the program gives values. */
    Set<Variable> driven() {
        return driven;
    }

    private void remark(Remark.Kind kind, TextPlace place, String message, String remedy) {
        remarks.accept(new Remark(kind, "", place, message, remedy));
    }

    private void remarkOpenBlocks() {
        declarations.blocks().forEach((instance, place) -> {
            Set<String> given = connected.get(instance);
            if (given == null) {
                remark(
                        Remark.Kind.BLOCK_OPEN,
                        place,
                        "the block '" + instance.name() + "' is never called",
                        "Call it, or remove it.");
                return;
            }
            List<String> open = instance.kind().essential().stream()
                    .filter(input -> !given.contains(input))
                    .toList();
            if (!open.isEmpty()) {
                remark(
                        Remark.Kind.BLOCK_OPEN,
                        place,
                        "the block '" + instance.name() + "' has no " + String.join(" and no ", open),
                        "Connect it: " + instance.name() + "(" + open.get(0) + " := …);");
            }
        });
    }

    private Step body(List<Statement> statements) {
        List<Step> outer = steps;
        steps = new ArrayList<>();
        statements.forEach(statement -> statement.accept(this));
        List<Step> own = steps;
        steps = outer;
        List<Code.RangedAct> ranged = own.stream().map(Step::ranged).toList();
        return new Step(
                Code.sequence(own.stream().map(Step::act).toList()), ranges -> ranged.forEach(act -> act.run(ranges)));
    }

    private Step nested(List<Statement> statements) {
        nesting++;
        Step step = body(statements);
        nesting--;
        return step;
    }

    @Override
    public void assignment(Statement.Assignment assignment) {
        Optional<Variable> target = target(assignment.target());
        Operand value =
                compiler.compile(assignment.value(), target.map(Variable::type).orElse(null));
        target.ifPresent(variable -> assign(variable, value, assignment.place()));
    }

    private Optional<Variable> target(Term.Name name) {
        Optional<Object> found = symbols.find(name.text());
        if (found.isEmpty()) {
            compiler.unknown(name);
            return Optional.empty();
        }
        if (found.get() instanceof Variable variable && variable.isWritable()) {
            return Optional.of(variable);
        }
        if (found.get() instanceof Operand bad && bad.isBad()) {
            return Optional.empty();
        }
        String what = found.get() instanceof Operand
                ? "a constant"
                : found.get() instanceof Instance
                        ? "a function block"
                        : ((Variable) found.get()).use() == Use.INPUT ? "an input" : "a parameter of a block";
        compiler.mistake(
                name.place(),
                "'" + name.text() + "' is " + what + " and cannot be given a value",
                "Give it to an output or a variable.");
        return Optional.empty();
    }

    private void assign(Variable target, Operand value, TextPlace place) {
        drive(target, place);
        Operand typed = compiler.as(value, target.type());
        if (typed.isBad()) {
            return;
        }
        int slot = target.slot();
        steps.add(new Step(stored(typed, slot, target.type()), ranges -> {
            ranges.begin();
            ranges.store(slot, ranges.fit(typed.range().at(ranges), target.type(), place, "the value"));
        }));
    }

    /** Constants and plain variables, most of what blocks are given, need no evaluation. */
    private static Code.Act stored(Operand typed, int slot, DataType type) {
        if (typed.slot() >= 0 && !type.isText() && typed.whole() != null) {
            int from = typed.slot();
            return frame -> frame.copyLong(from, slot);
        }
        if (type.isReal()) {
            Code.Real code = typed.real();
            return frame -> {
                frame.begin();
                frame.storeReal(slot, code.at(frame));
            };
        }
        if (type.isText()) {
            Code.Text code = typed.text();
            int longest = type.size();
            return frame -> {
                frame.begin();
                frame.storeText(slot, TextFunctions.fitted(frame, code.at(frame), longest));
            };
        }
        Code.Whole code = typed.whole();
        if (typed.isConstant()) {
            long bits = code.at(null);
            return frame -> frame.storeConstant(slot, bits);
        }
        return frame -> {
            frame.begin();
            frame.storeLong(slot, code.at(frame));
        };
    }

    private void drive(Variable target, TextPlace place) {
        driven.add(target);
        if (nesting == 0 && target.use() == Use.OUTPUT && !drivenInMainLine.add(target)) {
            remark(
                    Remark.Kind.DRIVEN_TWICE,
                    place,
                    "'" + target.name() + "' is given a value here a second time; the first one is lost",
                    "Join the two with AND, OR or IF.");
        }
    }

    @Override
    public void choice(Statement.Choice choice) {
        int count = choice.branches().size();
        Code.Whole[] conditions = new Code.Whole[count];
        List<Operand> tested = new ArrayList<>();
        List<Step> bodies = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            Statement.Branch branch = choice.branches().get(i);
            if (branch.condition() != null) {
                Operand condition = compiler.as(branch.condition().accept(compiler), DataType.BOOL);
                conditions[i] = condition.whole();
                tested.add(condition);
            }
            bodies.add(nested(branch.body()));
        }
        Step otherwise = nested(choice.otherwise());
        if (tested.size() < count || tested.stream().anyMatch(Operand::isBad)) {
            return;
        }
        Code.Act[] acts = bodies.stream().map(Step::act).toArray(Code.Act[]::new);
        Code.Act last = otherwise.act();
        bodies.add(otherwise);
        steps.add(new Step(
                frame -> {
                    frame.begin();
                    int chosen = 0;
                    while (chosen < conditions.length && conditions[chosen].at(frame) == 0) {
                        chosen++;
                    }
                    within(frame, chosen < acts.length ? acts[chosen] : last);
                },
                ranges -> {
                    ranges.begin();
                    tested.forEach(condition -> condition.range().at(ranges));
                    joined(ranges, bodies);
                }));
    }

    /** What is done under a condition has its quality and time too. */
    private static void within(Frame frame, Code.Act act) {
        int quality = frame.outerQuality;
        long time = frame.outerTime;
        frame.outerQuality = frame.quality;
        frame.outerTime = frame.time;
        act.run(frame);
        frame.outerQuality = quality;
        frame.outerTime = time;
    }

    private static void joined(Ranges ranges, List<Step> ways) {
        List<Ranges.Way> after = new ArrayList<>();
        for (Step way : ways) {
            int mark = ranges.begins();
            way.ranged().run(ranges);
            after.add(ranges.back(mark));
        }
        ranges.join(after);
    }

    @Override
    public void selection(Statement.Selection selection) {
        Operand selector = selection.selector() == null
                ? null
                : compiler.settled(selection.selector().accept(compiler));
        if (selector != null && !selector.isBad()) {
            boolean fits = selector.type().family() == DataType.Family.INTEGER
                    || selector.type().family() == DataType.Family.ENUMERATION;
            selector = compiler.wants(selector, "a whole number or an enumeration", fits);
        }
        List<long[]> labels = new ArrayList<>();
        List<Integer> goals = new ArrayList<>();
        List<Step> bodies = new ArrayList<>();
        for (Statement.Case one : selection.cases()) {
            for (Statement.Label label : one.labels()) {
                Optional<long[]> bounds =
                        selector == null || selector.isBad() ? Optional.empty() : bounds(label, selector.type());
                bounds.ifPresent(found -> {
                    labels.add(found);
                    goals.add(bodies.size());
                });
            }
            bodies.add(nested(one.body()));
        }
        bodies.add(nested(selection.otherwise()));
        if (selector == null || selector.isBad()) {
            return;
        }
        warnOfDeadLabels(selection, labels);
        long[] lows = labels.stream().mapToLong(label -> label[0]).toArray();
        long[] highs = labels.stream().mapToLong(label -> label[1]).toArray();
        int[] goal = goals.stream().mapToInt(Integer::intValue).toArray();
        Code.Act[] acts = bodies.stream().map(Step::act).toArray(Code.Act[]::new);
        Operand sound = selector;
        Code.Whole code = selector.whole();
        steps.add(new Step(
                frame -> {
                    frame.begin();
                    long value = code.at(frame);
                    int chosen = acts.length - 1;
                    for (int i = 0; i < lows.length; i++) {
                        if (value >= lows[i] && value <= highs[i]) {
                            chosen = goal[i];
                            break;
                        }
                    }
                    within(frame, acts[chosen]);
                },
                ranges -> {
                    ranges.begin();
                    sound.range().at(ranges);
                    joined(ranges, bodies);
                }));
    }

    private Optional<long[]> bounds(Statement.Label label, DataType type) {
        Operand first = compiler.as(label.first().accept(compiler), type);
        Operand last = label.last() == null ? first : compiler.as(label.last().accept(compiler), type);
        if (first.isBad() || last.isBad()) {
            return Optional.empty();
        }
        if (!first.isConstant() || !last.isConstant()) {
            compiler.mistake(
                    first.start(), "a label is not constant", "Write a number, or a value of the enumeration.");
            return Optional.empty();
        }
        long low = ((BigInteger) first.constant()).longValue();
        long high = ((BigInteger) last.constant()).longValue();
        if (low > high) {
            compiler.mistake(
                    first.start(), "the range " + low + " .. " + high + " is empty", "Begin with the lesser value.");
            return Optional.empty();
        }
        return Optional.of(new long[] {low, high});
    }

    private void warnOfDeadLabels(Statement.Selection selection, List<long[]> labels) {
        for (int i = 1; i < Math.min(labels.size(), 1_000); i++) {
            for (int j = 0; j < i; j++) {
                if (labels.get(j)[0] <= labels.get(i)[1] && labels.get(i)[0] <= labels.get(j)[1]) {
                    compiler.mistake(
                            selection.place(),
                            "the value " + Math.max(labels.get(i)[0], labels.get(j)[0])
                                    + " stands at two labels of this CASE",
                            "Keep one of them.");
                    return;
                }
            }
        }
    }

    @Override
    public void invocation(Statement.Invocation invocation) {
        Optional<Object> found = symbols.find(invocation.block().text());
        if (found.isEmpty() || !(found.get() instanceof Instance instance)) {
            boolean isType = Blocks.named(invocation.block().text()).isPresent();
            compiler.mistake(
                    invocation.place(),
                    "'" + invocation.block().text() + "' is no function block of this program",
                    isType
                            ? "Declare one under VAR, such as t1 : "
                                    + invocation.block().text() + ";"
                            : "Declare it under VAR with the type of a block.");
            return;
        }
        Set<String> given = connected.computeIfAbsent(instance, key -> new HashSet<>());
        List<Step> inputs = new ArrayList<>();
        List<Runnable> after = new ArrayList<>();
        Set<String> named = new HashSet<>();
        int position = 0;
        for (Term.Argument argument : invocation.arguments()) {
            String name = argument.name();
            if (name == null) {
                List<BlockKind.Parameter> all = instance.kind().parameters();
                name = position < all.size() && !all.get(position).isOutput()
                        ? all.get(position).name()
                        : "";
                position++;
            }
            if (!name.isEmpty() && !named.add(Symbols.key(name))) {
                compiler.mistake(argument.place(), name + " is given twice", "Keep one.");
            }
            argument(instance, name, argument, given, inputs, after);
        }
        int at = instance.at();
        int store = instance.store();
        Code.Act fill = Code.sequence(inputs.stream().map(Step::act).toList());
        BlockKind.Call call = instance.kind().call();
        List<Integer> results = new ArrayList<>();
        for (int i = 0; i < instance.kind().parameters().size(); i++) {
            if (instance.kind().parameters().get(i).isOutput()) {
                results.add(at + i);
            }
        }
        steps.add(new Step(
                frame -> {
                    fill.run(frame);
                    frame.begin();
                    call.run(frame, at, store);
                },
                ranges -> {
                    inputs.forEach(input -> input.ranged().run(ranges));
                    ranges.mayNeverReach(instance.kind(), at, invocation.place());
                    results.forEach(ranges::leaveOpen);
                }));
        after.forEach(Runnable::run);
    }

    private void argument(
            Instance instance,
            String name,
            Term.Argument argument,
            Set<String> given,
            List<Step> inputs,
            List<Runnable> after) {
        Optional<BlockKind.Parameter> parameter = instance.kind().parameter(name);
        if (parameter.isEmpty() || parameter.get().isOutput() != argument.isOutput()) {
            List<String> known = instance.kind().parameters().stream()
                    .filter(each -> each.isOutput() == argument.isOutput())
                    .map(BlockKind.Parameter::name)
                    .toList();
            compiler.mistake(
                    argument.place(),
                    name.isEmpty()
                            ? instance.kind().name() + " has not so many inputs"
                            : instance.kind().name() + " has no " + (argument.isOutput() ? "output" : "input") + " '"
                                    + name + "'",
                    "It has " + String.join(", ", known) + ".");
            argument.term().accept(compiler);
            return;
        }
        Variable slot = (Variable)
                symbols.find(instance.name() + "." + parameter.get().name()).orElseThrow();
        if (argument.isOutput()) {
            if (argument.term() instanceof Term.Name goal) {
                target(goal)
                        .ifPresent(target -> after.add(
                                () -> assign(target, Operand.variable(slot, argument.place()), argument.place())));
            } else {
                compiler.mistake(
                        argument.place(), "=> needs a variable after it", "Name the variable that gets the output.");
            }
            return;
        }
        given.add(parameter.get().name());
        DataType type = parameter.get().type();
        Operand value = compiler.as(compiler.compile(argument.term(), type), type);
        if (!value.isBad()) {
            inputs.add(new Step(stored(value, slot.slot(), slot.type()), ranges -> {
                ranges.begin();
                ranges.store(
                        slot.slot(), ranges.fit(value.range().at(ranges), slot.type(), argument.place(), "the value"));
            }));
        }
    }
}

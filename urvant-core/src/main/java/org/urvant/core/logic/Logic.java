package org.urvant.core.logic;

import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.BiConsumer;
import java.util.function.Consumer;
import org.urvant.core.language.Mistake;
import org.urvant.core.language.ProgramText;
import org.urvant.core.language.SyntaxReader;
import org.urvant.core.logic.Variable.Use;
import org.urvant.core.range.Interval;

/**
 * Programs of one device, type-checked against its signals and ready to run. In each cycle all run from top to bottom, in the
 * order in which they stand. Immutable; any number of runs can be started.
 */
public final class Logic {
    /** How often a cycle is gone through to find ranges before what still grows is given up. */
    private static final int ROUNDS = 8;

    private static final int HULLS = 3;

    private final List<Variable> variables;
    private final List<Symbols.Instance> instances;
    private final int stores;
    private final Code.Act act;
    private final List<String> programs;
    private final Map<String, Variable> named;
    private final List<Remark> remarks;
    private final Map<Variable, Interval> reached;

    private Logic(
            Symbols symbols,
            List<Code.Step> steps,
            List<String> programs,
            List<Remark> remarks,
            Map<Variable, Interval> reached) {
        this.variables = List.copyOf(symbols.variables());
        this.instances = List.copyOf(symbols.instances());
        this.stores = symbols.stores();
        this.act = Code.sequence(steps.stream().map(Code.Step::act).toList());
        this.programs = List.copyOf(programs);
        this.named = new LinkedHashMap<>();
        variables.stream()
                .filter(variable -> variable.use() == Use.INPUT || variable.use() == Use.OUTPUT)
                .forEach(variable -> named.put(Symbols.key(variable.name()), variable));
        this.remarks = List.copyOf(remarks);
        this.reached = Map.copyOf(reached);
    }

    /** Reads and compiles programs as below, without further names. */
    public static Optional<Logic> read(
            List<LogicSource> sources, Collection<Signal> signals, BiConsumer<LogicSource, Mistake> mistakes) {
        return read(sources, signals, Map.of(), mistakes);
    }

    /**
     * Reads and compiles programs; empty when there are mistakes, and then all of them were reported with their source.
     *
     * @param signals what the device offers them, each name once without regard to case
     * @param otherNames further names of signals, and with them of what lies below: {@code alarm.channel} for {@code di3}
     */
    public static Optional<Logic> read(
            List<LogicSource> sources,
            Collection<Signal> signals,
            Map<String, String> otherNames,
            BiConsumer<LogicSource, Mistake> mistakes) {
        boolean sound = true;
        Symbols symbols = new Symbols();
        signals.forEach(symbols::signal);
        symbols.otherNames(otherNames);
        List<Code.Step> steps = new ArrayList<>();
        List<String> stepSources = new ArrayList<>();
        List<String> names = new ArrayList<>();
        List<Remark> remarks = new ArrayList<>();
        Map<Variable, String> drivers = new HashMap<>();
        for (LogicSource source : sources) {
            List<Mistake> found = new ArrayList<>();
            Consumer<Mistake> report = found::add;
            Compiler compiler = new Compiler(symbols, report);
            for (ProgramText program : SyntaxReader.programs(source.text(), report)) {
                StatementCompiler body =
                        new StatementCompiler(symbols, compiler, remark -> remarks.add(remark.in(source.name())));
                steps.add(body.program(program, source.scope()));
                ProgramReview.review(program, remark -> remarks.add(remark.in(source.name())));
                stepSources.add(source.name());
                names.add(program.name());
                body.driven().stream()
                        .filter(variable -> variable.use() == Use.OUTPUT)
                        .forEach(variable -> drivers.merge(variable, program.name(), (first, second) -> {
                            remarks.add(new Remark(
                                    Remark.Kind.DRIVEN_TWICE,
                                    source.name(),
                                    program.place(),
                                    "'" + variable.name() + "' is given values by program " + first + " and by program "
                                            + second + "; the last one wins",
                                    "Let one of them do it."));
                            return second;
                        }));
            }
            found.sort(Comparator.comparing((Mistake mistake) -> mistake.place().line())
                    .thenComparing(mistake -> mistake.place().column()));
            found.forEach(mistake -> mistakes.accept(source, mistake));
            sound &= found.isEmpty();
        }
        if (!sound) {
            return Optional.empty();
        }
        Map<Variable, Interval> reached = new HashMap<>();
        List<Remark> all = withRanges(symbols, steps, stepSources, remarks, reached);
        return Optional.of(new Logic(symbols, steps, names, all, reached));
    }

    /** Goes through the cycle until no range grows, and adds what that says about results. */
    private static List<Remark> withRanges(
            Symbols symbols,
            List<Code.Step> steps,
            List<String> sources,
            List<Remark> remarks,
            Map<Variable, Interval> reached) {
        List<Remark> found = new ArrayList<>();
        String[] source = {""};
        Ranges ranges = new Ranges(symbols.variables(), remark -> found.add(remark.in(source[0])));
        boolean grows = true;
        for (int round = 0; grows && round < ROUNDS; round++) {
            found.clear();
            Ranges cycle = ranges.afresh();
            for (int i = 0; i < steps.size(); i++) {
                source[0] = sources.get(i);
                steps.get(i).ranged().run(cycle);
            }
            grows = ranges.grow(cycle, round >= HULLS);
        }
        List<Remark> all = new ArrayList<>(remarks);
        if (!grows) {
            all.addAll(found);
            symbols.variables().forEach(variable -> reached.put(variable, ranges.of(variable)));
        }
        return all;
    }

    /** Returns the names of the programs, in the order in which they run. */
    public List<String> programs() {
        return programs;
    }

    /** Returns what is probably not meant, in the order of the sources. */
    public List<Remark> remarks() {
        return remarks;
    }

    /** Returns the names of what can be given: signals of the plant, settings, and inputs that programs declare. */
    public Set<String> inputs() {
        return namesOf(Use.INPUT);
    }

    /** Returns the names of what programs may drive. */
    public Set<String> outputs() {
        return namesOf(Use.OUTPUT);
    }

    private Set<String> namesOf(Use use) {
        Set<String> names = new TreeSet<>(String.CASE_INSENSITIVE_ORDER);
        named.values().stream()
                .filter(variable -> variable.use() == use)
                .forEach(variable -> names.add(variable.name()));
        return names;
    }

    /** Returns the type of an input or output; empty when there is none of that name. */
    public Optional<DataType> type(String name) {
        return Optional.ofNullable(named.get(Symbols.key(name))).map(Variable::type);
    }

    /** Returns what an input or output can be, from the first cycle on; every number where that was not found. */
    public Interval range(String name) {
        return Optional.ofNullable(named.get(Symbols.key(name)))
                .map(reached::get)
                .orElse(Interval.ALL);
    }

    /** Returns a run with first values; nothing has been calculated yet. */
    public LogicRun start(ZoneId zone) {
        return new LogicRun(this, zone);
    }

    List<Variable> variables() {
        return variables;
    }

    List<Symbols.Instance> instances() {
        return instances;
    }

    int stores() {
        return stores;
    }

    Code.Act act() {
        return act;
    }

    Variable variable(String name) {
        return named.get(Symbols.key(name));
    }

    Collection<Variable> named() {
        return named.values();
    }
}

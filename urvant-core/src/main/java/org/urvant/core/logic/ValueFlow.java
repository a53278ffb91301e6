package org.urvant.core.logic;

import java.util.ArrayDeque;
import java.util.Collection;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.urvant.core.language.ProgramText;
import org.urvant.core.language.Statement;
import org.urvant.core.language.SyntaxReader;
import org.urvant.core.language.Term;

/** Which names of programs have a say in which others: by what is assigned, by conditions around it, through blocks. */
public final class ValueFlow {
    private final Map<String, Set<String>> next = new HashMap<>();

    private ValueFlow() {}

    /** Reads programs, as far as they can be read. */
    public static ValueFlow of(String text) {
        ValueFlow flow = new ValueFlow();
        SyntaxReader.programs(text, mistake -> {}).forEach(program -> flow.new Reader(program).read());
        return flow;
    }

    /** Returns those of some names that depend on a name, as they were given, in the order of the alphabet. */
    public Set<String> reached(String from, Collection<String> names) {
        Set<String> seen = new HashSet<>();
        Deque<String> open = new ArrayDeque<>(List.of(key(from)));
        while (!open.isEmpty()) {
            for (String name : next.getOrDefault(open.pop(), Set.of())) {
                if (seen.add(name)) {
                    open.push(name);
                }
            }
        }
        Set<String> reached = new TreeSet<>();
        names.stream().filter(name -> seen.contains(key(name))).forEach(reached::add);
        return reached;
    }

    private static String key(String name) {
        return name.toLowerCase(Locale.ROOT);
    }

    /** Goes through one program; its own names are no other program's. */
    private final class Reader implements Statement.Visitor, Term.Visitor<Void> {
        private final ProgramText program;
        private final Set<String> own = new HashSet<>();
        private Set<String> conditions = new HashSet<>();
        private Set<String> found = new HashSet<>();

        Reader(ProgramText program) {
            this.program = program;
            program.declarations().stream()
                    .filter(declaration -> declaration.section() == ProgramText.Section.VAR)
                    .forEach(declaration -> own.add(key(declaration.name())));
        }

        void read() {
            program.statements().forEach(statement -> statement.accept(this));
        }

        /** The outputs of a block are the block itself. */
        private String node(Term.Name name) {
            String key = key(name.text());
            int dot = key.indexOf('.');
            String first = dot < 0 ? key : key.substring(0, dot);
            return own.contains(first) ? program.name() + "\n" + first : key;
        }

        private Set<String> names(Term term) {
            Set<String> outer = found;
            found = new HashSet<>();
            term.accept(this);
            Set<String> names = found;
            found = outer;
            return names;
        }

        private void flows(Set<String> from, String to) {
            from.forEach(
                    name -> next.computeIfAbsent(name, each -> new HashSet<>()).add(to));
        }

        private void within(Set<String> more, List<Statement> body) {
            Set<String> outer = conditions;
            conditions = new HashSet<>(outer);
            conditions.addAll(more);
            body.forEach(statement -> statement.accept(this));
            conditions = outer;
        }

        @Override
        public void assignment(Statement.Assignment assignment) {
            flows(names(assignment.value()), node(assignment.target()));
            flows(conditions, node(assignment.target()));
        }

        @Override
        public void choice(Statement.Choice choice) {
            Set<String> asked = new HashSet<>();
            for (Statement.Branch branch : choice.branches()) {
                if (branch.condition() != null) {
                    asked.addAll(names(branch.condition()));
                }
                within(asked, branch.body());
            }
            within(asked, choice.otherwise());
        }

        @Override
        public void selection(Statement.Selection selection) {
            Set<String> asked = selection.selector() == null ? Set.of() : names(selection.selector());
            selection.cases().forEach(each -> within(asked, each.body()));
            within(asked, selection.otherwise());
        }

        @Override
        public void invocation(Statement.Invocation invocation) {
            String block = node(invocation.block());
            flows(conditions, block);
            for (Term.Argument argument : invocation.arguments()) {
                if (argument.isOutput() && argument.term() instanceof Term.Name target) {
                    flows(Set.of(block), node(target));
                } else {
                    flows(names(argument.term()), block);
                }
            }
        }

        @Override
        public Void literal(Term.Literal literal) {
            return null;
        }

        @Override
        public Void name(Term.Name name) {
            found.add(node(name));
            return null;
        }

        @Override
        public Void unary(Term.Unary unary) {
            return unary.operand().accept(this);
        }

        @Override
        public Void binary(Term.Binary binary) {
            binary.left().accept(this);
            return binary.right().accept(this);
        }

        @Override
        public Void call(Term.Call call) {
            call.arguments().forEach(argument -> argument.term().accept(this));
            return null;
        }
    }
}

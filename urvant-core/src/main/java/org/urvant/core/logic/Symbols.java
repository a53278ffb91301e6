package org.urvant.core.logic;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.urvant.core.logic.Variable.Use;
import org.urvant.core.range.Interval;

/** What names stand for while programs are compiled: the device's signals, and the variables of the present program. */
final class Symbols {
    /** What a program in the scope of a channel calls that channel's own value. */
    static final String CHANNEL = "channel";

    private final List<Variable> variables = new ArrayList<>();
    private final List<Instance> instances = new ArrayList<>();
    private final Map<String, Object> signals = new HashMap<>();
    private final Map<String, String> otherNames = new HashMap<>();
    private final Map<String, Object> locals = new HashMap<>();
    private final Map<String, DataType> enumerations = new HashMap<>();
    private int stores;
    private String scope = "";

    /** An instance of a function block. */
    record Instance(String name, BlockKind kind, int at, int store, boolean[] readsElapsed) {}

    Variable signal(Signal signal) {
        Use use = signal.direction() == Signal.Flow.INPUT ? Use.INPUT : Use.OUTPUT;
        Variable variable = add(
                signal.name(),
                signal.type(),
                use,
                bits(signal.type(), signal.initial()),
                signal.isMissing(),
                signal.range());
        signals.put(key(signal.name()), variable);
        remember(signal.type());
        return variable;
    }

    private static Object bits(DataType type, Object initial) {
        if (type.isText()) {
            return initial == null ? "" : initial;
        }
        if (type.isReal()) {
            return initial == null ? (Object) 0.0 : ((Number) initial).doubleValue();
        }
        if (initial instanceof Boolean logical) {
            return logical ? 1L : 0L;
        }
        if (initial instanceof String word) {
            return (long) Math.max(0, type.placeOf(word));
        }
        return initial == null ? (Object) 0L : ((Number) initial).longValue();
    }

    private void remember(DataType type) {
        if (type.family() == DataType.Family.ENUMERATION) {
            enumerations.put(key(type.name()), type);
        }
    }

    Variable add(String name, DataType type, Use use, Object initial, Interval range) {
        return add(name, type, use, initial, false, range);
    }

    private Variable add(String name, DataType type, Use use, Object initial, boolean isMissing, Interval range) {
        Variable variable = new Variable(name, type, variables.size(), use, initial, isMissing, range);
        variables.add(variable);
        return variable;
    }

    /** Begins a program; in a scope the names of that channel come before those of the device. */
    void beginProgram(String scope) {
        this.scope = key(scope);
        locals.clear();
    }

    /** Adds a signal that the present program declares itself. */
    Variable declared(String name, DataType type, Use use, Object initial) {
        String full = scope.isEmpty() ? name : scope + "." + name;
        Variable variable = add(full, type, use, initial, null);
        signals.put(key(full), variable);
        local(name, variable);
        return variable;
    }

    boolean hasLocal(String name) {
        return locals.containsKey(key(name));
    }

    /** Adds a variable, an {@link Instance} or a constant {@link Operand} of the present program. */
    void local(String name, Object meaning) {
        locals.put(key(name), meaning);
        if (meaning instanceof Variable variable) {
            remember(variable.type());
        }
    }

    Instance instance(String program, String name, BlockKind kind) {
        int at = variables.size();
        for (BlockKind.Parameter parameter : kind.parameters()) {
            add(
                    program + "." + name + "." + parameter.name(),
                    parameter.type(),
                    Use.PARAMETER,
                    bits(parameter.type(), parameter.initial()),
                    null);
        }
        for (int i = 0; i < kind.own().slots(); i++) {
            add("", DataType.LINT, Use.PARAMETER, 0L, null);
        }
        Instance instance = new Instance(name, kind, at, stores, new boolean[1]);
        stores += kind.stores();
        instances.add(instance);
        local(name, instance);
        return instance;
    }

    /** Returns the Variable, Instance, Operand or parameter of a block that a name stands for. */
    Optional<Object> find(String name) {
        String key = key(name);
        Object found = locals.get(key);
        if (found == null && !scope.isEmpty()) {
            found = signal(scope + "." + key);
            if (found == null && key.equals(CHANNEL)) {
                found = signal(scope);
            }
        }
        if (found == null) {
            found = signal(key);
        }
        if (found != null) {
            return Optional.of(found);
        }
        int dot = key.lastIndexOf('.');
        if (dot > 0 && locals.get(key.substring(0, dot)) instanceof Instance instance) {
            int index = instance.kind().parameters().stream()
                    .map(parameter -> key(parameter.name()))
                    .toList()
                    .indexOf(key.substring(dot + 1));
            if (index >= 0) {
                if (key.endsWith(".et")) {
                    instance.readsElapsed()[0] = true;
                }
                return Optional.of(variables.get(instance.at() + index));
            }
        }
        return Optional.empty();
    }

    /** Returns the signal with a name, or with that of a setting that names a channel before it; null when there is none. */
    private Object signal(String key) {
        Object found = signals.get(key);
        for (int dot = key.length(); found == null && dot > 0; dot = key.lastIndexOf('.', dot - 1)) {
            String other = otherNames.get(key.substring(0, dot));
            if (other != null) {
                found = signals.get(other + key.substring(dot));
            }
        }
        return found;
    }

    void otherNames(Map<String, String> names) {
        names.forEach((name, signal) -> otherNames.put(key(name), key(signal)));
    }

    Optional<DataType> enumeration(String name) {
        return Optional.ofNullable(enumerations.get(key(name)));
    }

    boolean isWord(String name) {
        return enumerations.values().stream().anyMatch(type -> type.placeOf(name) >= 0);
    }

    Set<String> names() {
        Set<String> names = new TreeSet<>(signals.keySet());
        names.addAll(locals.keySet());
        if (!scope.isEmpty()) {
            names.add(CHANNEL);
            signals.keySet().stream()
                    .filter(name -> name.startsWith(scope + "."))
                    .forEach(name -> names.add(name.substring(scope.length() + 1)));
        }
        return names;
    }

    List<Variable> variables() {
        return variables;
    }

    List<Instance> instances() {
        return instances;
    }

    int stores() {
        return stores;
    }

    static String key(String name) {
        return name.toLowerCase(Locale.ROOT);
    }
}

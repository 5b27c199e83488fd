using System.Reflection;
using System.Runtime.CompilerServices;
using System.Xml.Linq;
using UmberCrock.Core.Evaluation;

namespace UmberCrock.Core.Tests;

/// <summary>What the public members of the core say of themselves, as the compiler wrote it down: a sentence that stands alone.</summary>
public class WordsTests
{
    private static readonly Assembly Core = typeof(Evaluator).Assembly;

    private static readonly Dictionary<string, XElement> Written = XDocument
        .Load(Path.ChangeExtension(Core.Location, ".xml"))
        .Descendants("member")
        .ToDictionary(member => member.Attribute("name")!.Value, member => member, StringComparer.Ordinal);

    private static readonly (string Name, string Summary)[] All = [.. Names().Distinct().Select(name => (name, SummaryOf(name)))];

    [Fact]
    public void Every_public_member_says_what_it_is() =>
        All.Where(member => member.Summary.Length < 30).Select(member => $"{member.Name}: {member.Summary}").ShouldBeEmpty();

    [Fact]
    public void No_two_say_the_same() =>
        All.GroupBy(member => member.Summary)
            .Where(group => group.Key.Length > 0 && group.Count() > 1)
            .Select(group => $"{group.Key} {string.Join(", ", group.Select(member => member.Name))}")
            .ShouldBeEmpty();

    [Fact]
    public void Nine_parameters_in_ten_are_told()
    {
        var told = Methods()
            .SelectMany(method => method.GetParameters().Select(parameter => (Method: method, Parameter: parameter)))
            .Select(one =>
                (Name: $"{one.Method.DeclaringType!.Name}.{one.Method.Name}({one.Parameter.Name})", Told: IsTold(one.Method, one.Parameter))
            )
            .ToList();
        told.Count(one => one.Told)
            .ShouldBeGreaterThanOrEqualTo(
                (int)Math.Ceiling(0.9 * told.Count),
                string.Join(", ", told.Where(one => !one.Told).Select(one => one.Name))
            );
    }

    private static IEnumerable<string> Names() =>
        Core.GetExportedTypes()
            .Where(type => !Compiler(type))
            .SelectMany(type =>
                type.GetFields(Declared)
                    .Where(field => !field.IsSpecialName)
                    .Select(field => $"F:{NameOf(type)}.{field.Name}")
                    .Concat(
                        type.GetProperties(Declared)
                            .Where(property => property.GetMethod is { IsPublic: true } get && Own(get))
                            .Select(property => $"P:{NameOf(type)}.{property.Name}")
                    )
                    .Append($"T:{NameOf(type)}")
            )
            .Concat(
                Methods()
                    .Select(method =>
                        Written.Keys.FirstOrDefault(key => IsOf(key, method)) ?? $"M:{NameOf(method.DeclaringType!)}.{method.Name}"
                    )
            );

    private const BindingFlags Declared = BindingFlags.Public | BindingFlags.Instance | BindingFlags.Static | BindingFlags.DeclaredOnly;

    private static IEnumerable<MethodInfo> Methods() =>
        Core.GetExportedTypes()
            .Where(type => !Compiler(type) && !typeof(Delegate).IsAssignableFrom(type))
            .SelectMany(type => type.GetMethods(Declared))
            .Where(method => !method.IsSpecialName && Own(method) && !method.Name.Contains('<', StringComparison.Ordinal));

    /// <summary>Not what the compiler writes (for a record, for a property that extends a type), nor what another type has described
    /// already.</summary>
    private static bool Own(MethodInfo method) =>
        !method.IsDefined(typeof(CompilerGeneratedAttribute))
        && method.GetBaseDefinition() == method
        && method.Name is not ("Equals" or "GetHashCode")
        && !method.Name.StartsWith("get_", StringComparison.Ordinal);

    private static bool Compiler(Type type) =>
        type.IsDefined(typeof(CompilerGeneratedAttribute)) || type.Name.Contains('<', StringComparison.Ordinal);

    private static string NameOf(Type type) => type.FullName!.Replace('+', '.');

    private static bool IsOf(string key, MethodInfo method)
    {
        var name = $"M:{NameOf(method.DeclaringType!)}.{method.Name}";
        return key.StartsWith(name, StringComparison.Ordinal)
            && (key.Length == name.Length || key[name.Length] is '(' or '`')
            && method.GetParameters().Length == Parameters(key);
    }

    /// <summary>How many parameters a name of the compiler's lists: commas outside its braces.</summary>
    private static int Parameters(string key)
    {
        var open = key.IndexOf('(', StringComparison.Ordinal);
        if (open < 0)
            return 0;
        var (depth, count) = (0, 1);
        foreach (var letter in key[(open + 1)..])
        {
            depth += letter switch
            {
                '{' => 1,
                '}' => -1,
                _ => 0,
            };
            if (letter == ',' && depth == 0)
                count++;
        }

        return count;
    }

    private static string SummaryOf(string name) =>
        Written.TryGetValue(name, out var member) && member.Element("summary") is { } summary
            ? string.Join(' ', string.Concat(summary.Nodes().Select(Text)).Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries))
            : "";

    private static string Text(XNode node) =>
        node is XElement element ? element.Attribute("cref")?.Value ?? element.Attribute("name")?.Value ?? element.Value : node.ToString();

    /// <summary>A parameter is told by its own element, or, when it is the only one, by the summary of the method.</summary>
    private static bool IsTold(MethodInfo method, ParameterInfo parameter) =>
        Written.Keys.FirstOrDefault(key => IsOf(key, method)) is { } key
        && (
            Written[key].Elements("param").Any(param => param.Attribute("name")!.Value == parameter.Name)
            || method.GetParameters().Length == 1
        );
}

using System.Reflection;
using System.Text.Json;
using System.Xml.Linq;
using UmberCrock.Core.Checking;
using UmberCrock.Core.Documents;

// check FOLDER: says what is wrong in data files, as a compiler does. schemas FOLDER OUT: writes their JSON Schemas.
if (args is ["check", var folder])
{
    var problems = DataCheck.Problems(DataFiles.In(folder));
    foreach (var problem in problems)
        Console.WriteLine(
            $"{Path.GetFullPath(Path.Combine(folder, problem.File["data/".Length..]))}({problem.Line}): error UC0001: "
                + $"{problem.Pointer}: {problem.Reason}"
        );
    return problems.Count == 0 ? 0 : 1;
}

if (args is ["schemas", var data, var output])
{
    var words = XDocument
        .Load(Path.ChangeExtension(typeof(DataFiles).Assembly.Location, ".xml"))
        .Descendants("member")
        .ToDictionary(member => member.Attribute("name")!.Value, StringComparer.Ordinal);
    Directory.CreateDirectory(output);
    foreach (var (name, schema) in DataCheck.Schemas(DataFiles.In(data), member => Described(member, words)))
        File.WriteAllText(
            Path.Combine(output, $"{name}.schema.json"),
            schema.ToJsonString(new JsonSerializerOptions(ContractJson.Indented)) + "\n"
        );
    return 0;
}

Console.Error.WriteLine("UmberCrock.Data check FOLDER | schemas FOLDER OUT");
return 2;

// The sentence that stands at a member or parameter in the code.
static string? Described(ICustomAttributeProvider member, Dictionary<string, XElement> words) =>
    member switch
    {
        PropertyInfo property => Text(words.GetValueOrDefault($"P:{property.DeclaringType!.FullName}.{property.Name}")?.Element("summary"))
            ?? Parameter(words.GetValueOrDefault($"T:{property.DeclaringType.FullName}"), property.Name),
        ParameterInfo parameter => Parameter(words.GetValueOrDefault($"T:{parameter.Member.DeclaringType!.FullName}"), parameter.Name!),
        _ => null,
    };

static string? Parameter(XElement? type, string name) =>
    Text(type?.Elements("param").FirstOrDefault(parameter => parameter.Attribute("name")!.Value == name));

static string? Text(XElement? element) =>
    element is null ? null : string.Join(' ', element.Value.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries));

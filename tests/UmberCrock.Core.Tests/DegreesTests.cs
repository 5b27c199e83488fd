using System.Collections;
using System.Globalization;
using System.Reflection;
using System.Text.RegularExpressions;
using FsCheck;
using FsCheck.Fluent;
using FsCheck.Xunit;
using UmberCrock.Core.Units;
using UmberCrock.Tests;

namespace UmberCrock.Core.Tests;

/// <summary>Temperatures on the reader's scale: fixed points and the equation of NIST SP 811 (2008), appendix B.8, t/°F = 1.8 t/°C +
/// 32.</summary>
public partial class DegreesTests
{
    private static readonly Maker American = new();

    [Theory]
    [InlineData("-40", "-40")]
    [InlineData("0", "32")]
    [InlineData("20", "68")]
    [InlineData("37", "98.6")]
    [InlineData("100", "212")]
    public void Fixed_points_stand_where_the_handbook_has_them(string celsius, string fahrenheit)
    {
        var (c, f) = (Decimal(celsius), Decimal(fahrenheit));
        Degrees.On(TemperatureScale.Fahrenheit, c).ShouldBe(f);
        Degrees.ToCelsius(TemperatureScale.Fahrenheit, f).ShouldBe(c);
        Degrees.On(TemperatureScale.Celsius, c).ShouldBe(c);
    }

    [Property(MaxTest = 2000)]
    public Property What_is_read_on_a_scale_and_written_on_it_is_the_same() =>
        Prop.ForAll(Gen.Choose(-4_000, 40_000).ToArbitrary(), tenths =>
        {
            var read = tenths / 10m;
            foreach (var scale in Enum.GetValues<TemperatureScale>())
                Math.Round(Degrees.On(scale, Math.Round(Degrees.ToCelsius(scale, read), 4)), 2).ShouldBe(read);
        });

    /// <summary>A temperature moves by 32, a distance of temperatures does not; text for machines stays as it is.</summary>
    [Fact]
    public void A_sentence_is_written_on_the_scale_of_its_reader()
    {
        Message message = $"Sets at {Decimals.Celsius(45.0, "0.0")}, {Decimals.Celsius(3.0).CelsiusApart} above";
        message.ToString(null, American).ShouldBe("Sets at 113.0 °F, 5 °F above");
        message.Plain.ShouldBe("Sets at 45.0 °C, 3 °C above");
    }

    [Fact]
    public void A_sentence_of_a_data_file_is_written_on_the_scale_of_its_reader()
    {
        var read = Message.Parse("Keep below {30 °C}, never at {-5.5 °C}.");
        read.Plain.ShouldBe("Keep below 30 °C, never at −5.5 °C.");
        read.ToString(null, American).ShouldBe("Keep below 86 °F, never at 22.1 °F.");
        Message.Parse("{30 C} and {n} stay").Plain.ShouldBe("{30 C} and {n} stay");
        Message.Parse("").Plain.ShouldBe("");
    }

    public static TheoryData<string> Examples => [.. FindingExamples.ByCode.Keys];

    /// <summary>A sentence joined as text would keep the scale of whoever was the first to ask.</summary>
    [Theory]
    [MemberData(nameof(Examples))]
    public void Everything_said_of_a_formula_is_written_on_the_scale_of_its_reader(string code)
    {
        var said = Said(Some.Evaluate(FindingExamples.ByCode[code]), []).ToList();
        said.Count.ShouldBeGreaterThan(20);
        said.Select(message => message.ToString(null, American))
            .Where(text => text.Contains("°C", StringComparison.Ordinal))
            .ShouldBeEmpty();
    }

    private static IEnumerable<Message> Said(object? about, HashSet<object> seen)
    {
        if (about is Message message)
            return [message];
        if (about is null or string || !(about is IEnumerable || IsOurs(about)) || (!about.GetType().IsValueType && !seen.Add(about)))
            return [];
        var parts = about is IEnumerable many
            ? many.Cast<object?>()
            : about
                .GetType()
                .GetProperties(BindingFlags.Public | BindingFlags.Instance)
                .Where(property => property.GetIndexParameters().Length == 0)
                .Select(property => property.GetValue(about));
        return parts.ToList().SelectMany(part => Said(part, seen));
    }

    private static bool IsOurs(object about) =>
        about.GetType() is { IsEnum: false } type
        && (type.Namespace?.StartsWith("UmberCrock.Core", StringComparison.Ordinal) == true || type.IsGenericType);

    /// <summary>No file of rules writes a temperature that a reader of Fahrenheit would read in Celsius.</summary>
    [Fact]
    public void Files_of_rules_write_temperatures_in_braces()
    {
        var files = Directory.EnumerateFiles(Path.Combine(SourceTree.Root, "data", "rules"), "*.json").ToList();
        files.Count.ShouldBeGreaterThan(20);
        foreach (var file in files)
            Bare().Matches(File.ReadAllText(file)).Select(found => found.Value).ShouldBeEmpty(Path.GetFileName(file));
    }

    [GeneratedRegex(@"(?<![{0-9.-])[0-9.]+ °C", RegexOptions.None, matchTimeoutMilliseconds: 1000)]
    private static partial Regex Bare();

    private static decimal Decimal(string text) => decimal.Parse(text, CultureInfo.InvariantCulture);

    private sealed class Maker() : CultureInfo("")
    {
        public override object? GetFormat(Type? formatType) =>
            formatType == typeof(TemperatureScale) ? TemperatureScale.Fahrenheit : base.GetFormat(formatType);
    }
}

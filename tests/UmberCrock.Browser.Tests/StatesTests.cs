using System.Text.Json;
using UmberCrock.Core.Formulas;
using UmberCrock.Core.Materials;

namespace UmberCrock.Browser.Tests;

/// <summary>Pages in the states that the demo is not in: a house with nothing in it, and formulas as long as they may be.</summary>
public sealed class StatesTests
{
    private static readonly (int Width, int Height, bool IsPhone)[] Sizes =
    [
        (1280, 800, false),
        (1920, 1080, false),
        (1024, 768, false),
        (820, 1180, false),
        (640, 400, false),
        (390, 844, true),
        (320, 640, true),
    ];

    /// <summary>Every page that is there before anything is entered.</summary>
    [Fact]
    public void An_empty_house_fits_and_is_read_by_everyone()
    {
        using var server = Server.Start("--empty");
        using var page = new Page();
        foreach (
            var path in new[]
            {
                "/",
                "/?show=today",
                "/larder",
                "/larder/shea-butter-refined",
                "/larder/count",
                "/settings",
                "/intake",
                "/studies",
                "/wrong",
                "/your-bench",
                "/batches",
                "/buy",
                "/devices",
                "/day",
                "/copies",
                "/phones",
                "/help",
                "/bin",
            }
        )
            LookAt(page, new Uri(server.Address, path));
    }

    /// <summary>Thirty lines, a name of two hundred letters, and one of two hundred without a blank where a phase has its own.</summary>
    [Fact]
    public void A_long_formula_fits_and_is_read_by_everyone_on_each_of_its_pages()
    {
        using var server = Server.Start("--empty");
        using var page = new Page();
        page.Open(server.Address);
        var file = JsonSerializer.Serialize(FormulaWriter.ToText(Long()));
        page.Run<object>(
            "const form = new FormData(); form.append('__RequestVerificationToken', document.querySelector('"
                + $"[name=__RequestVerificationToken]').value); form.append('file', new File([{file}], 'long.json')); window.taken = null; "
                + "fetch('/intake?handler=File', { method: 'POST', body: form }).then(answer => { window.taken = answer.url; }); return 1;"
        );
        page.Until(() => page.Run<object?>("return window.taken") is not null, "taken in");
        var bench = new Uri(page.Run<string>("return window.taken"));
        bench.AbsolutePath.ShouldStartWith("/bench/");
        foreach (var of in new[] { "", "/how", "/notes", "/weigh", "/method", "/start", "/compare", "/ladder", "/label" })
            LookAt(page, new Uri(bench.AbsoluteUri + of));
        page.AsDesk(1280, 800);
        page.Open(new Uri(bench.AbsoluteUri + "/start"));
        page.Click("form[method=post] .btn.first");
        page.Until(() => page.Path.StartsWith("/batches/", StringComparison.Ordinal), "a batch is begun");
        LookAt(page, new Uri(page.Address));
        foreach (var path in new[] { "/", "/batches", "/day?f=1&g=480" })
            LookAt(page, new Uri(server.Address, path));
    }

    private static Formula Long() =>
        new()
        {
            Name = string.Concat(Enumerable.Repeat("Oar hand balm of the long boathouse winter ", 5))[..200].Trim(),
            Form = ProductForm.Balm,
            Phases = [new("A", new string('m', 60), Stage.Melt), new("B", "Cool", Stage.Cool)],
            Lines =
            [
                .. Catalogue
                    .Shipped.Ingredients.Where(ingredient => ingredient.Slug is not ("water" or "olive-oil"))
                    .Take(29)
                    .Select((ingredient, at) => new FormulaLine(at < 20 ? "A" : "B", ingredient.Slug, 1.5m)),
                new FormulaLine("A", "olive-oil", null),
            ],
        };

    /// <summary>Looked at in all sizes; the accessibility checker looks at a desk and a phone.</summary>
    private static void LookAt(Page page, Uri address)
    {
        foreach (var (width, height, isPhone) in Sizes)
        {
            if (isPhone)
                page.AsPhone(width, height);
            else
                page.AsDesk(width, height);
            if (width is 1280 or 390)
            {
                page.Open(address);
                Checks.Violations(page).ShouldBe("", $"{address.PathAndQuery} at {width}");
            }

            Checks.Fits(page, width, address.PathAndQuery);
        }
    }
}

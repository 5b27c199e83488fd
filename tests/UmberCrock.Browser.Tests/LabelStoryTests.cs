namespace UmberCrock.Browser.Tests;

/// <summary>A label from the bench to a sheet, with the keyboard.</summary>
public sealed class LabelStoryTests : IDisposable
{
    private readonly Server server = Server.Start();
    private readonly Page page = new();

    /// <summary>The words of the label, without the places where lines break.</summary>
    private string Proof => string.Concat(page.Text(".proof").Where(letter => !char.IsWhiteSpace(letter)));

    public void Dispose()
    {
        page.Dispose();
        server.Dispose();
    }

    [Fact]
    public void A_label_is_made_trips_on_a_claim_takes_the_better_wording_and_prints()
    {
        OpenLabel();
        page.Press("c", "Heals cracked hands");
        page.Until(() => page.All(".claims .refused").Count == 1, "the claim is refused while it is typed");
        page.Text(".proof").ShouldNotContain("Heals");
        page.Press(Keys.Escape, "1");
        page.Until(
            () => page.All(".claims .refused").Count == 0 && Proof.Contains("Softensandcomforts", StringComparison.Ordinal),
            "the better wording stands"
        );
        page.Press("p");
        page.Until(() => page.Text("#missing-list").Contains("address", StringComparison.Ordinal), "what is not on it yet is said first");
        page.Click("#missing-print");
        page.Until(
            () => page.Downloaded("labels.pdf") is { Length: > 5000 } sheet && sheet.AsSpan().StartsWith("%PDF"u8),
            "the sheet comes as PDF"
        );
        page.Open(new Uri(server.Address, page.Path));
        page.Until(() => page.Text(".claims").Contains("Softens and comforts dry skin", StringComparison.Ordinal), "and it is kept");
        page.Press("z");
        page.Until(
            () => page.All(".proof svg").Count == 1 && !Proof.Contains("Softensandcomforts", StringComparison.Ordinal),
            "until it is taken back"
        );
        page.Complaints.ShouldBeEmpty();
    }

    [Fact]
    public void What_is_typed_is_drawn_at_once_and_kept()
    {
        OpenLabel();
        page.Press("r");
        page.Until(() => page.Text(".inlist").Contains("(Shea) Butter", StringComparison.Ordinal), "the names of the other region");
        Choose("grams");
        page.Press("15", Keys.Tab);
        Choose("batch");
        page.Press("BHS 1125 A");
        page.Until(
            () =>
                page.Text(".proof").Contains("BHS 1125 A", StringComparison.Ordinal)
                && page.Text(".proof").Contains("0.53 oz", StringComparison.Ordinal),
            "on the label"
        );
        page.Press(Keys.Escape, "q");
        page.Until(() => page.All(".proof .code").Count == 0, "the code goes");
        page.Press(Keys.ArrowDown, Keys.ArrowDown);
        page.Text(".inlist [data-chosen] th").ShouldBe("Beeswax");
        Choose("grams");
        page.Press("x");
        page.Until(() => page.Text("#label-refusal").Contains("“x” is not", StringComparison.Ordinal), "what cannot be is said");
        page["#label-refusal"].Location.Y.ShouldBeInRange(100, 400, "where it is seen");
        page.Open(new Uri(server.Address, page.Path));
        page.Until(
            () => page.Text(".proof").Contains("0.53 oz", StringComparison.Ordinal) && page.All(".proof .code").Count == 0,
            "what could be is kept"
        );
        page.Complaints.ShouldAllBe(line => line.Contains("422", StringComparison.Ordinal), "but for the refusal");
    }

    [Fact]
    public void What_is_typed_while_the_application_is_away_is_sent_when_it_is_back()
    {
        OpenLabel();
        server.Stop();
        Choose("batch");
        page.Press("BHS 7");
        page.Until(() => page.Text("#label-refusal").Contains("does not answer", StringComparison.Ordinal), "it is said");
        server.StartAgain();
        page.Until(() => Proof.Contains("BHS7", StringComparison.Ordinal) && page.Text("#label-refusal").Length == 0, "it arrives");
        page.Open(new Uri(server.Address, page.Path));
        page.Until(() => Proof.Contains("BHS7", StringComparison.Ordinal), "and is kept");
    }

    /// <summary>Read by jsQR, a general decoder, from the label as it is drawn, 12 px a mm (300 dots an inch).</summary>
    [Fact]
    public void The_code_holds_batch_and_ingredient_list()
    {
        OpenLabel();
        Choose("batch");
        page.Press("BHS 1125 A");
        page.Until(
            () => page.Text(".proof").Contains("BHS 1125 A", StringComparison.Ordinal) && page.All(".proof .code").Count == 1,
            "batch and code"
        );
        var list = string.Join(", ", page.All(".inlist tbody tr:not(.bar) th").Select(name => name.Text.Trim()));
        page.Run<object>(
            $"(function () {{ {File.ReadAllText(Path.Combine(AppContext.BaseDirectory, "jsQR.js"))} }}).call(window); return 1;"
        );
        page.Run<object>(
            """
            window.read = null;
            const image = new Image();
            image.onload = () => {
              const canvas = document.createElement('canvas');
              [canvas.width, canvas.height] = [90 * 12, 50 * 12];
              const pen = canvas.getContext('2d');
              pen.drawImage(image, 0, 0, canvas.width, canvas.height);
              const pixels = pen.getImageData(0, 0, canvas.width, canvas.height);
              window.read = window.jsQR(pixels.data, canvas.width, canvas.height)?.data ?? 'nothing';
            };
            image.src = 'data:image/svg+xml,' + encodeURIComponent(document.querySelector('.proof').innerHTML);
            return 1;
            """
        );
        page.Until(() => page.Run<string?>("return window.read") is not null, "the code is read");
        page.Run<string>("return window.read").ShouldBe($"BHS 1125 A\n{list}");
    }

    /// <summary>Goes to a field with all it holds chosen, as Tab does.</summary>
    private void Choose(string field) =>
        page.Run<object>($"const field = document.querySelector('[name={field}]'); field.focus(); field.select(); return 1;");

    private void OpenLabel()
    {
        page.Open(server.Address);
        page.Until(() => page.Focused.Text.Contains("Blade-hand stick", StringComparison.Ordinal), "the shelf");
        page.Press(Keys.Enter);
        page.Until(() => page.Focused.GetAttribute("id") == "line-0", "the bench");
        page.Press("t");
        page.Until(() => page.All(".proof svg").Count == 1, "the label, drawn");
    }
}

using Nube.Core.Artwork;
using Nube.Core.Materials;
using Nube.Core.Methods;
using static Nube.Core.Methods.Traits;

namespace Nube.Core.Tests.Methods;

/// <summary>What goes with what, and what fights: common practice, no source.</summary>
public class ClashRulesTests
{
    private static Thing A(Traits traits) => new("a thing", traits);

    private static readonly Thing Wash = A(Water | Transparent),
        Juicy = A(Water | MuchWater | Transparent),
        WetWash = A(Water | Wet),
        WaxPencil = A(PencilStroke | Wax),
        OilPencil = A(PencilStroke | Oil),
        InkPad = A(Water | WakesUp),
        Sponged = A(Blending | WakesUp),
        WetSponged = A(Blending | WakesUp | Wet),
        Marker = A(Alcohol),
        WetMarker = A(Alcohol | Wet),
        HeatTool = A(Heat),
        Bottle = A(Mist),
        FastLine = A(None),
        Soluble = A(SolubleLine),
        Slow = A(SlowLine),
        Raised = A(EmbossedLine),
        Sturdy = A(None),
        Thin = A(ThinPaper),
        Rough = A(TexturedPaper),
        Plate = A(SmoothPaper),
        Kraft = A(DarkPaper),
        Pencilled = A(Graphite),
        Glue = A(WetGlue),
        Tape = A(LowTack),
        Die = A(Press),
        Embossing = A(Powder);

    /// <summary>For each rule: what breaks it, and nearly the same that does not.</summary>
    private static readonly Dictionary<string, (Thing First, Thing Then, Thing FineFirst, Thing FineThen)> Cases = new()
    {
        ["line-bleeds"] = (Soluble, Wash, A(SolubleLine | PaleLine), Wash),
        ["line-bleeds-mist"] = (Soluble, Bottle, FastLine, Bottle),
        ["slow-line-smears"] = (Slow, Wash, FastLine, Wash),
        ["slow-line-smears-pencil"] = (Slow, WaxPencil, FastLine, WaxPencil),
        ["slow-line-smears-blending"] = (Slow, Sponged, FastLine, Sponged),
        ["slow-line-under-mask"] = (Slow, Tape, FastLine, Tape),
        ["line-lost-in-alcohol"] = (A(LineLostInAlcohol), Marker, FastLine, Marker),
        ["solvent-lifts-line"] = (A(LineLostInAlcohol), A(Solvent), FastLine, A(Solvent)),
        ["embossed-sheds"] = (Raised, Wash, FastLine, Wash),
        ["embossed-sheds-blending"] = (Raised, Sponged, FastLine, Sponged),
        ["embossed-pencil"] = (Raised, WaxPencil, FastLine, WaxPencil),
        ["embossed-heat"] = (Raised, HeatTool, FastLine, HeatTool),
        ["embossed-press"] = (Raised, A(Press | Pattern), Raised, Die),
        ["graphite-trapped"] = (Pencilled, Wash, Wash, Pencilled),
        ["graphite-smears"] = (Pencilled, Sponged, Sponged, Pencilled),
        ["buckles"] = (A(Buckles), Wash, Sturdy, Wash),
        ["thin-floods"] = (Thin, Juicy, Thin, Wash),
        ["textured-print"] = (Rough, Embossing, Plate, Embossing),
        ["textured-die"] = (Rough, Die, Plate, Die),
        ["dark-swallows"] = (Kraft, Wash, Kraft, A(OpaqueWhite | Water)),
        ["smooth-no-tooth"] = (Plate, WaxPencil, Rough, WaxPencil),
        ["smooth-puddles"] = (Plate, Juicy, Plate, Wash),
        ["wax-resists"] = (WaxPencil, Wash, Wash, WaxPencil),
        ["wax-clogs"] = (WaxPencil, Marker, Marker, WaxPencil),
        ["oil-clogs"] = (OilPencil, Marker, Marker, OilPencil),
        ["wax-builds-up"] = (WaxPencil, WaxPencil, WaxPencil, OilPencil),
        ["wakes-under-wash"] = (InkPad, Wash, Wash, Wash),
        ["wakes-under-mist"] = (Sponged, Bottle, Bottle, Sponged),
        ["wakes-under-splatter"] = (Sponged, A(Splatter), Wash, A(Splatter)),
        ["solvent-lifts-marker"] = (Marker, A(Solvent), WaxPencil, A(Solvent)),
        ["wet-pencil"] = (WetWash, WaxPencil, Wash, WaxPencil),
        ["wet-splatter"] = (WetWash, A(Splatter), Wash, A(Splatter)),
        ["white-over-wakes"] = (Sponged, A(OpaqueWhite), Wash, A(OpaqueWhite)),
        ["pen-on-wax"] = (WaxPencil, A(Pen), Wash, A(Pen)),
        ["resist-sheds"] = (A(Resist), Wash, Wash, A(Resist)),
        ["powder-on-damp"] = (WetSponged, Embossing, Sponged, Embossing),
        ["powder-on-wash"] = (WetWash, Embossing, Wash, Embossing),
        ["heat-on-wax"] = (WaxPencil, HeatTool, Wash, HeatTool),
        ["heat-on-foam"] = (A(Foam), HeatTool, HeatTool, A(Foam)),
        ["heat-on-solvent"] = (A(Solvent), HeatTool, Wash, HeatTool),
        ["heat-on-alcohol"] = (WetMarker, HeatTool, Marker, HeatTool),
        ["spray-near-heat"] = (A(Spray), HeatTool, A(Spray), Wash),
        ["heat-warps"] = (Thin, HeatTool, Sturdy, HeatTool),
        ["glue-wakes"] = (InkPad, Glue, InkPad, A(Foam)),
        ["glue-on-soluble-line"] = (Soluble, Glue, FastLine, Glue),
        ["glue-buckles-thin"] = (Thin, Glue, Sturdy, Glue),
        ["shine-smears"] = (A(SlowShine | Wet), Die, A(SlowShine), Die),
        ["tape-lifts-wet"] = (WetWash, Tape, Wash, Tape),
        ["erase-wet"] = (WetWash, A(Eraser), Wash, A(Eraser)),
        ["marked-plate"] = (WetWash, A(MarkedPlate), Wash, A(MarkedPlate)),
        ["paste-on-wet"] = (WetWash, A(Paste), Wash, A(Paste)),
        ["press-dries-crack"] = (A(Paste), Die, Die, A(Paste)),
    };

    [Fact]
    public void Every_rule_has_its_case_and_there_are_forty_or_more()
    {
        Assert.Equal(ClashRules.All.Select(rule => rule.Key).Order(), Cases.Keys.Order());
        Assert.True(ClashRules.All.Length >= 40);
        Assert.All(ClashRules.All, rule => Assert.True(rule.Why.EndsWith('.') && rule.Instead.EndsWith('.'), rule.Key));
    }

    [Fact]
    public void Each_rule_is_broken_by_its_case_and_not_by_what_is_nearly_the_same() => Assert.All(Cases, pair =>
        {
            var (first, then, fineFirst, fineThen) = pair.Value;
            Assert.Contains(Clashes.Of([first, then]), clash => clash.Rule.Key == pair.Key);
            Assert.DoesNotContain(Clashes.Of([fineFirst, fineThen]), clash => clash.Rule.Key == pair.Key);
        });

    [Fact]
    public void Every_ordered_pair_of_a_plan_is_looked_at_and_the_worst_comes_first()
    {
        var clashes = Clashes.Of([Kraft, Soluble, WaxPencil, Marker, HeatTool]);
        Assert.Equal(Severity.Stop, clashes[0].Rule.Severity);
        Assert.Equal(
            ["heat-on-wax", "wax-clogs"],
            clashes.Where(clash => clash.First == WaxPencil).Select(clash => clash.Rule.Key).Order()
        );
        // A thing that is there twice is told of once.
        Assert.Single(Clashes.Of([InkPad, Wash, Wash]));
    }

    [Fact]
    public void Things_of_the_stash_bring_what_they_are()
    {
        Assert.Equal(
            Water | WakesUp,
            Thing.Of(GenericCatalogue.Colourants.First(colourant => colourant.Medium == Medium.InkPad)).Traits
                & ~Transparent
        );
        Assert.Equal(
            PencilStroke | Wax,
            Thing.Of(GenericCatalogue.Colourants.First(colourant => colourant.Medium == Medium.WaxPencil)).Traits
                & ~Transparent
        );
        var kraft = Thing.Of(GenericCatalogue.Papers.First(paper => paper.Name == "Kraft card"));
        Assert.True(
            kraft.Traits.HasFlag(DarkPaper) && kraft.Traits.HasFlag(Buckles) && !kraft.Traits.HasFlag(ThinPaper)
        );
        // Under molten powder a slow ink is set, and the line sheds colour.
        var slow = new StampingInk("Slow", Waterproof: true, Slow: true, Embossable: true, AlcoholSafe: true);
        Assert.Equal(
            (SlowLine, EmbossedLine),
            (Thing.Of(slow, DamLines.None).Traits, Thing.Of(slow, DamLines.All).Traits)
        );
    }
}
